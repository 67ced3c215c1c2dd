// The keys for undo and redo.

const TYPED = "input:not([type=checkbox], [type=radio], [type=range], [type=button], [type=submit], [type=reset]), textarea";

// What this key requests of the form, "undo" or "redo", unless a text field has these keys for itself.
export function requestOf(event) {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || event.defaultPrevented) return undefined;
  const [target] = event.composedPath();
  if (target.matches(TYPED) || target.isContentEditable) return undefined;
  const key = event.key.toLowerCase();
  // With the Command key, Y is the history of the browser.
  if (key === "y" ? event.ctrlKey : key === "z" && event.shiftKey) return "redo";
  return key === "z" ? "undo" : undefined;
}
