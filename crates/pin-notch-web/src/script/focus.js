// What has the focus.

// The focused element of a document, in whichever shadow root it is.
export function focusedIn({ activeElement }) {
  let focused = activeElement;
  while (focused?.shadowRoot?.activeElement) focused = focused.shadowRoot.activeElement;
  return focused;
}
