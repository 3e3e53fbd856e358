/** The head of a table's last column, where what can be done with a row stands: said, and not shown. */
export const ActsHead = ({ says = 'What can be done' }: { readonly says?: string }) => (
  <th scope="col">
    <span className="unseen">{says}</span>
  </th>
)
