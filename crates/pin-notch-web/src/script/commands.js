// Buttons of the page for operations on a form:
// https://html.spec.whatwg.org/multipage/form-elements.html#attr-button-commandfor

const isNative = !globalThis.HTMLButtonElement || "commandForElement" in HTMLButtonElement.prototype;
const known = new WeakSet();

// Carries out what such buttons ask of this element: an action for each command.
export function onCommand(element, actions) {
  known.add(element);
  element.addEventListener("command", ({ command }) => actions[command]?.());
}

// In browsers that do not have these buttons yet, a click has the same effect.
if (!isNative) addEventListener("click", (event) => {
  const button = event.composedPath()[0].closest?.("button[commandfor]:enabled");
  const element = button?.getRootNode().getElementById(button.getAttribute("commandfor"));
  if (event.defaultPrevented || !known.has(element)) return;
  event.preventDefault();
  element.dispatchEvent(Object.assign(new Event("command"), { command: button.getAttribute("command") }));
});
