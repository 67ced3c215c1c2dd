// The problems of native controls in a form, each shown after its control.

// What the forms have set as custom errors. Any other one is the page's own.
const objections = new WeakMap();

// What the browser or the page itself finds wrong with a control, except for what the machine checks: the text, if any.
export function found(element, isChecked) {
  const ours = objections.get(element) ?? "", { validity } = element;
  if (!element.willValidate) return "";
  if (isFromPage(element)) return element.validationMessage;
  element.setCustomValidity("");
  const text = validity.badInput || !(validity.valid || isChecked(element)) ? element.validationMessage : "";
  element.setCustomValidity(ours);
  return text;
}

const isFromPage = (element) => element.willValidate && element.validity.customError && element.validationMessage !== objections.get(element);

function object(element, text) {
  if (isFromPage(element)) return;
  // As the browser returns it.
  const normalized = text.replace(/\r\n?/g, "\n");
  objections.set(element, normalized);
  element.setCustomValidity?.(normalized);
}

// Removes what a form has shown at a control.
export function forget(element) {
  object(element, "");
  const ids = (element.getAttribute("aria-describedby") ?? "").split(/\s+/).filter((id) => id.startsWith(ID));
  for (const id of ids) describe(element, id, false);
}

export class NativeProblems {
  // By field: the paragraph, and the texts in it.
  #shown = new Map();

  // Removes what another form has shown here.
  clean(form) {
    for (const note of form.querySelectorAll(`[id^=${ID}][data-problem]`)) {
      for (const control of form.querySelectorAll(`[aria-describedby~="${CSS.escape(note.id)}"]`)) describe(control, note.id, false);
      note.remove();
    }
    for (const state of ["dirty", "touched"]) for (const one of form.querySelectorAll(`[data-${state}]`)) one.removeAttribute(`data-${state}`);
  }

  // Removes what is shown at fields that are gone.
  keepOnly(fields) {
    for (const [name, { note }] of this.#shown) {
      if (fields.has(name)) continue;
      note.remove();
      this.#shown.delete(name);
    }
  }

  // Shows or removes a problem: the control's own, that of a rule, or that of the receiver.
  show(name, elements, word, text) {
    const last = elements.at(-1), { note = newNote(), texts = {} } = this.#shown.get(name) ?? {};
    this.#shown.set(name, { note, texts });
    // It may have been removed from the page.
    if (last.getRootNode() !== note.getRootNode()) (last.closest("label") ?? last).after(note);
    texts[word] = text;
    const all = Object.values(texts).filter(Boolean);
    note.textContent = all.join(" ");
    note.hidden = all.length === 0;
    for (const element of elements) {
      object(element, [texts.rule, texts.refused].filter(Boolean).join(" "));
      describe(element, note.id, all.length > 0);
    }
  }
}

const ID = "notch-problem-";

// Several forms of a page may have fields with the same name.
let count = 0;

function newNote() {
  const note = document.createElement("p");
  note.id = `${ID}${++count}`;
  note.dataset.problem = "";
  return note;
}

// Ties a control to the paragraph, or unties it.
function describe(element, id, isWrong) {
  const others = (element.getAttribute("aria-describedby") ?? "").split(/\s+/).filter((one) => one && one !== id);
  const described = isWrong ? [...others, id] : others;
  for (const [attribute, value] of [["aria-invalid", isWrong ? "true" : ""], ["aria-describedby", described.join(" ")]]) {
    if (value) element.setAttribute(attribute, value);
    else element.removeAttribute(attribute);
  }
}
