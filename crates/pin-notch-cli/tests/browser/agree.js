// Fills in the form HTML by MOVES, then either leaves the page and returns to the draft (RETURNS), or undoes
// and redoes everything.

document.body.textContent = ""; // The form before keeps its draft now.
sessionStorage.clear();
const opened = async () => {
  document.body.setHTMLUnsafe(HTML);
  const form = document.querySelector("notch-form");
  form.addEventListener("submit", (event) => event.preventDefault()); // Enter sends
  for (let turns = 0; turns < 50 && !form.matches(":state(ready)"); turns++) await new Promise((done) => setTimeout(done));
  return form;
};
const state = (form) => {
  const { json, problems } = form;
  return [json, new URLSearchParams(new FormData(form.form)).toString(), problems.map(({ name, text }) => [name, text])];
};
// What is shown in the controls, without their problems.
const shown = (form) => [...form.querySelectorAll("*")].filter(({ shadowRoot }) => shadowRoot).map(({ id, shadowRoot }) => {
  const texts = [...shadowRoot.querySelectorAll("input, textarea")].map(({ value }) => value);
  return [id, ...texts.length > 0 ? texts : [shadowRoot.querySelector("[part=control]").textContent]].join();
});
let form = await opened();
const start = form.json;
for (const [at, what, text] of MOVES) {
  if (what === "click") {
    const buttons = [...form.querySelectorAll("button")].filter((button) => !button.disabled && button.checkVisibility());
    buttons[at % buttons.length].click();
    await new Promise((done) => setTimeout(done));
    continue;
  }
  const elements = [...form.querySelectorAll("*")].filter((one) => one.shadowRoot && one.checkVisibility());
  if (!elements.length) continue;
  const element = elements[at % elements.length];
  element.focus();
  const target = element.shadowRoot.activeElement ?? element;
  if (what === "key") target.dispatchEvent(new KeyboardEvent("keydown", { key: text, bubbles: true, composed: true, cancelable: true }));
  else if (/^(input|textarea)$/.test(target.localName) && !target.readOnly) {
    target.value = text;
    target.dispatchEvent(new InputEvent("input", { bubbles: true, composed: true }));
  }
}
document.activeElement?.blur();
await new Promise((done) => setTimeout(done));
const filled = [...state(form), form.moves, shown(form)];
if (RETURNS) {
  document.body.textContent = "";
  form = await opened();
  return { filled, back: [...state(form), "", shown(form)] };
}
while (form.undo());
const undone = form.json;
while (form.redo());
return { filled, start, undone, redone: form.json };
