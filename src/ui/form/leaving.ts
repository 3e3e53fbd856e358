/** Tells what stands in the field that has the focus: a page that goes away leaves none by itself. */
export function leaveField(): void {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
}
