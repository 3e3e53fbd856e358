/** Every import below a root that breaks the house's import rule, as sentences. */
export function violations(root: string): readonly string[]
