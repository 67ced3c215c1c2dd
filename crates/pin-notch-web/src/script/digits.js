// Digits of dates and times that come without keys: from a virtual keyboard, an input method or the clipboard.

// Passes them to the machine. A number of a date or time can be edited, or else no virtual keyboard would appear;
// but only the machine ever changes it.
export function listenForDigits(element, root, tell) {
  const on = (type, listener) => root.addEventListener(type, (event) => {
    if (event.target.dataset.do === "field") listener(event);
  });
  const press = (key) => tell("key", "number", key, Date.now());
  const enter = (text) => { for (const digit of text.normalize("NFKC")) press(digit); };
  on("beforeinput", (event) => {
    if (event.isComposing) return;
    event.preventDefault();
    if (event.inputType.startsWith("delete")) press("Backspace");
    else enter(event.data ?? "");
  });
  // What an input method shows while it is composing cannot be prevented.
  let before;
  on("compositionstart", ({ target }) => { before = target.textContent; });
  on("compositionend", ({ target, data }) => {
    target.textContent = before;
    enter(data);
  });
  on("paste", (event) => {
    event.preventDefault();
    tell("type", "", event.clipboardData.getData("text/plain").trim());
  });
  on("copy", (event) => {
    event.preventDefault();
    event.clipboardData.setData("text/plain", element.value);
  });
}
