// Writes a random page with native controls and elements in a form, acts in it, and returns what is wrong
// (null if nothing is), given SEED and WAY: "returns" to the draft afterwards, "undoes" everything, enters
// something "early", before the form starts, and then undoes the rest, "changes" the page itself meanwhile, or
// "updates" it to markup without what the form has written, or to a copy.

let state = SEED;
// https://en.wikipedia.org/wiki/Linear_congruential_generator
const random = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
for (let at = 0; at < 8; at++) random();
const below = (count) => Math.floor(random() * count);
const one = (list) => list[below(list.length)];
const maybe = (share, text) => random() < share ? text : "";
const turn = () => new Promise((done) => setTimeout(done));

// The page.

const WORDS = ["", "a", "ada", "x y", "é", "a,b"];
const INPUTS = {
  text: WORDS, search: WORDS, url: ["", "http://bees.example/", "no"], email: ["", "ada@bees.example", "no"],
  number: ["", "1", "2.5", "-3", "0.1", "102"], range: ["0", "5", "50", "100"], color: ["#112233", "#ffffff"],
  date: ["", "2026-05-14", "2026-12-31"], month: ["", "2026-05"], week: ["", "2026-W20"],
  time: ["", "07:30", "23:59:30"], "datetime-local": ["", "2026-05-14T07:30"],
};
const ELEMENTS = {
  stepper: "3", slider: "5", "span-slider": "5,20", rating: "3", switch: "", checkbox: "", text: "ada", "item-stepper": "b",
  select: "a", "radio-group": "a", "checkbox-group": "a", date: "2026-05-14", "date-span": "2026-05-14/2026-05-20",
  month: "2026-05", week: "2026-W20", time: "07:30", "date-time": "2026-05-14T07:30",
};
const PRESETS = {
  text: "ida", url: "http://hives.example/", email: "ida@bees.example", number: "4", range: "20", color: "%23445566", textarea: "e f",
  checkbox: "on", checkboxes: "b", radio: "b", select: "b", selects: "c", date: "2026-06-01", month: "2026-06", week: "2026-W23",
  time: "08:30", "datetime-local": "2026-06-01T08:30", stepper: "4", slider: "20", rating: "2", switch: "on",
};
const NUMBERS = ["number", "range", "notch-stepper", "notch-slider", "notch-rating"];
const FLAGS = ["checkbox", "notch-switch", "notch-checkbox"];
const KINDS = [...Object.keys(INPUTS), "textarea", "checkbox", "checkboxes", "radio", "select", "selects", ...Object.keys(ELEMENTS).map((tag) => `notch-${tag}`)];

const options = (chosen) => [...new Set(Array.from({ length: 1 + below(4) }, () => one(["", "a", "b", "c"])))].map((value) => `<option value="${value}"${chosen && maybe(0.2, " selected")}${maybe(0.15, " disabled")}>T${value}</option>`).join("");
const boxes = (type, name, rest) => ["a", "b", "c"].map((value) => `<label>${value} <input type=${type} name=${name} value=${value}${maybe(0.2, " checked")}${maybe(0.1, " disabled")}${rest}></label>`).join("");
function control(kind, name) {
  const label = `L${name}`, disabled = maybe(0.08, " disabled"), required = maybe(0.25, " required");
  const rest = `${disabled}${required}${maybe(0.1, " readonly")}`;
  if (kind.startsWith("notch-")) {
    const value = ELEMENTS[kind.slice(6)];
    const given = FLAGS.includes(kind) ? " checked" : ` value="${value}"`;
    const inside = /select|group|item/.test(kind) ? options("") : "";
    return `<label for=${name}>${label}</label> <${kind} id=${name} name=${name}${maybe(0.4, given)}${kind === "notch-select" ? maybe(0.3, " multiple") : ""}${rest}>${inside}</${kind}>`;
  }
  if (kind === "checkboxes") return `<fieldset><legend>${label}</legend>${boxes("checkbox", name, "")}</fieldset>`;
  if (kind === "radio") return `<fieldset><legend>${label}</legend>${boxes("radio", name, required)}</fieldset>`;
  if (kind === "select") return `<label>${label} <select name=${name}${disabled}>${options("chosen")}</select></label>`;
  if (kind === "selects") return `<label>${label} <select multiple name=${name}${disabled}${required}>${options("chosen")}</select></label>`;
  if (kind === "textarea") return `<label>${label} <textarea name=${name}${rest}>${one(["", "a", "c\nd"])}</textarea></label>`;
  if (kind === "checkbox") return `<label>${label} <input type=checkbox name=${name}${maybe(0.5, " value=yes")}${maybe(0.3, " checked")}${disabled}${required}></label>`;
  let given = maybe(0.4, ` value="${one(INPUTS[kind])}"`);
  if (NUMBERS.includes(kind)) given = `${maybe(0.4, " min=-4")}${maybe(0.4, " max=101")}${maybe(0.5, ` step=${one(["0.5", "any", "0.1"])}`)}${maybe(0.4, ` value=${one(["5", "102"])}`)}`;
  return `<label>${label} <input type=${kind} name=${name}${given}${rest}></label>`;
}
const fields = [];
let inside = "";
for (let at = 0; at < 2 + below(5); at++) {
  const name = `f${at}`, kind = one(KINDS);
  const conditions = fields.map((field) => NUMBERS.includes(field.kind) ? `${field.name} &gt; ${below(8)}` : FLAGS.includes(field.kind) ? field.name : `${field.name} is not empty`);
  const written = control(kind, name), isConditional = conditions.length > 0 && random() < 0.3;
  inside += isConditional ? `<div data-only-if="${one(conditions)}">${written}</div>` : `<div>${written}</div>`;
  fields.push({ name, kind });
}
const [from, to] = fields.filter(({ kind }) => NUMBERS.includes(kind)).map(({ name }) => name);
if (to) inside += maybe(0.5, `<notch-link hidden from=${from} to=${to}${maybe(0.5, " one-way")}${maybe(0.5, ' from-range="0,100" to-range="32,212"')}></notch-link>`);
const preset = fields.filter(() => random() < 0.4).map(({ name, kind }) => `${name}=${PRESETS[kind] ?? PRESETS[kind.replace("notch-", "")] ?? ""}`).join("&amp;");
inside += maybe(0.4, `<button value=p data-preset="${preset}">Preset</button>`);
const ruled = random() < 0.3 ? fields.find(({ kind }) => NUMBERS.includes(kind))?.name : undefined;
if (ruled) inside += `<notch-rule hidden holds="${ruled} &lt; 6" field=${ruled}>Too many.</notch-rule>`;
const html = `<notch-form keep><form aria-label=Any>${inside}<button>Send</button></form></notch-form>`;

async function opened(isEarly) {
  document.body.innerHTML = html;
  const form = document.querySelector("notch-form");
  form.addEventListener("submit", (event) => event.preventDefault()); // Enter sends
  if (isEarly) for (const element of form.querySelectorAll("form [name]")) if (random() < 0.3 && !element.matches(":disabled, [readonly]")) use(element);
  for (let turns = 0; turns < 50 && !form.matches(":state(ready)"); turns++) await turn();
  await turn();
  return form;
}
const inputsOf = (form, wanted) => [...form.form.elements].filter(({ name, localName }) => localName !== "fieldset" && (wanted ? name === wanted : name));
const sent = (form) => new URLSearchParams(new FormData(form.form)).toString();
const said = (form) => [form.json, sent(form), form.problems.map(({ name }) => name).join()];

// What is done in it.

const log = [];
const fire = (element, ...types) => types.forEach((type) => element.dispatchEvent(new (type === "input" ? InputEvent : Event)(type, { bubbles: true, composed: true })));
function use(element) {
  const { type, name, localName } = element;
  element.focus();
  if (localName.startsWith("notch-")) {
    const target = element.shadowRoot.activeElement ?? element, key = one([" ", "ArrowDown", "ArrowUp", "Enter", "Home", "Delete"]);
    if (target.localName === "input" && !target.readOnly && random() < 0.5) {
      target.value = one(["7", "x", "", "99", "2026-05"]);
      fire(target, "input");
      log.push(`${name}: type ${target.value}`);
    } else {
      target.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, composed: true, cancelable: true }));
      log.push(`${name}: key ${key}`);
    }
    return;
  }
  if (["checkbox", "radio"].includes(type)) element.click();
  else if (localName === "select") {
    const free = [...element.options].filter(({ disabled }) => !disabled);
    if (free.length === 0) return;
    const option = one(free);
    option.selected = !element.multiple || !option.selected;
    fire(element, "input", "change");
  } else {
    element.value = one(INPUTS[type] ?? ["", "a\nb"]);
    fire(element, "input", "change");
  }
  log.push(`${name}: ${element.value}`);
}
const ATTRIBUTES = [["min", "0", "10", ""], ["max", "3", "30"], ["step", "any", "2", "x"], ["value", "4", "a", "2026-05-15"], ["multiple", ""], ["readonly", ""]];
const WRITTEN = ["hidden", "novalidate", "aria-invalid", "aria-describedby", "data-dirty", "data-touched", "data-uncounted"];
const CHANGES = {
  changes: {
    disable: (element) => { element.disabled = true; },
    enable: (element) => { element.disabled = false; },
    lock: (element) => { element.readOnly = !element.readOnly; },
    require: (element) => { element.required = !element.required; },
    limit: (element) => { if (element.type === "number") element.min = one(["0", "5"]); },
    // By a script, which fires no events.
    set: (element) => {
      if (element.type === "checkbox") element.checked = !element.checked;
      else if (element.localName === "input" && element.type !== "radio") element.value = one(INPUTS[element.type]);
      else if (element.localName === "notch-stepper") element.value = "7";
    },
    attribute: (element) => {
      if (!element.localName.startsWith("notch-")) return;
      const [name, ...values] = one(ATTRIBUTES);
      if (random() < 0.3) element.removeAttribute(name);
      else element.setAttribute(name, one(values));
    },
    offer: (element) => { if (/select|group|item/.test(element.localName) && element.shadowRoot) element.innerHTML = "<option value=c>C<option value=b>B"; },
    object: (element) => { if (!element.localName.startsWith("notch-")) element.setCustomValidity(one(["No.", ""])); },
    move: (element, form) => form.form.prepend(element),
    remove: ({ name }, form) => {
      inputsOf(form, name).forEach((element) => element.remove());
      fields.splice(fields.findIndex((field) => field.name === name), 1);
    },
    add: (_, form) => {
      const name = `g${fields.length}${log.length}`;
      form.form.insertAdjacentHTML("beforeend", `<label>More <input type=number name=${name} value=${one(["", "4"])}></label>`);
      fields.push({ name, kind: "number" });
    },
    rename: ({ name }, form) => {
      const field = fields.find((one) => one.name === name);
      if (name === ruled) return;
      field.name = `r${log.length}`;
      inputsOf(form, name).forEach((element) => { element.setAttribute("name", field.name); });
    },
    replace: (element) => element.replaceWith(element.cloneNode(true)),
    // As by a program that shows another page meanwhile.
    reinsert: (_, form) => { form.remove(); document.body.append(form); },
    enclose: (element) => { const box = document.createElement("fieldset"); element.replaceWith(box); box.append(element); },
    speak: () => { document.documentElement.lang = document.documentElement.lang === "de" ? "en-GB" : "de"; },
    reset: (_, form) => form.reset(),
    clear: (_, form) => form.clear(),
    undo: (_, form) => form.undo(),
    redo: (_, form) => form.redo(),
  },
  updates: {
    // As by a framework that updates the page to the markup of its server, without what the form has written.
    update: (_, form) => {
      for (const written of form.querySelectorAll("[data-problems], [data-warnings], [data-status], [data-problem]")) written.remove();
      for (const element of form.querySelectorAll("*")) {
        if (element.matches("[data-uncounted]")) element.removeAttribute("disabled");
        for (const name of WRITTEN) element.removeAttribute(name);
      }
    },
    copy: async (_, before) => {
      const copy = before.cloneNode(true);
      copy.addEventListener("submit", (event) => event.preventDefault());
      before.replaceWith(copy);
      form = copy;
      await turn();
    },
  },
};

// What has to be right.

const wrong = [];
const right = (is, what) => { if (!is) wrong.push(what); };
// The values of the form are those of the controls, which the browser sends.
function checkValues(form) {
  const values = JSON.parse(form.json), data = new FormData(form.form), problems = form.problems.map(({ name }) => name);
  for (const { name, kind } of fields) {
    const elements = inputsOf(form, name), value = values[name], texts = data.getAll(name).map((text) => text.replaceAll("\r\n", "\n"));
    const isOn = elements.some((element) => !element.matches(":disabled") && (!element.shadowRoot || element.checkVisibility()));
    right(isOn === name in values, `${name} is ${isOn ? "" : "not "}enabled`);
    // All options of a group may be disabled.
    const isUsable = ({ localName, shadowRoot }) => !shadowRoot || localName.endsWith("-group") || shadowRoot.querySelector(":is(input, textarea, button):enabled, [tabindex='0']");
    right(!isOn || elements.some((element) => element.checkVisibility() && isUsable(element)), `${name} is out of sight or reach`);
    // A number that is not allowed is not a value.
    if (!isOn || (kind === "number" && problems.includes(name) && elements[0].value !== "")) continue;
    const wanted = Array.isArray(value) ? value.map(String)
      : FLAGS.includes(kind) ? (value ? texts.slice(0, 1) : [])
      : value === null ? texts.filter((text) => text === "") : [String(value)];
    const isNumber = typeof value === "number" && Number(texts[0]) === value;
    right(isNumber || JSON.stringify(texts) === JSON.stringify(wanted), `${name} (${kind}) is ${JSON.stringify(value)}, and ${JSON.stringify(texts)} is sent`);
  }
}
// What has a condition is in sight, and its controls are enabled, if the condition holds.
function checkConditions(form) {
  const values = JSON.parse(form.json);
  for (const container of form.querySelectorAll("[data-only-if]")) {
    const condition = container.dataset.onlyIf, [name, , least] = condition.split(" ");
    if (!(name in values)) continue;
    const value = values[name], holds = / > /.test(condition) ? value > Number(least)
      : / is /.test(condition) ? (Array.isArray(value) ? value.length > 0 : value !== null) : value;
    right(container.hidden === !holds, `it should ${holds ? "" : "not "}be shown if ${condition}`);
    right(!holds || !container.querySelector("[data-uncounted]"), `what is shown if ${condition} is disabled`);
  }
}
// The form finds the same native controls wrong as the browser by itself.
function checkProblems(form) {
  const problems = form.problems.map(({ name }) => name);
  for (const { name, kind } of fields) {
    const elements = inputsOf(form, name);
    // Of a select, a copy chooses something at once.
    if (kind.startsWith("notch-") || kind === "select" || elements.every((element) => element.matches(":disabled"))) continue;
    const alone = document.createElement("form");
    for (const element of elements) {
      const copy = element.cloneNode(true);
      copy.setCustomValidity(element.validationMessage === "No." ? "No." : "");
      if (kind === "selects") [...element.options].forEach(({ selected }, at) => { copy.options[at].selected = selected; });
      else if (["checkbox", "radio"].includes(copy.type)) copy.checked = element.checked;
      else copy.value = element.value;
      alone.append(copy);
    }
    const isBroken = name === ruled && form.values[name] >= 6;
    right((isBroken || !alone.checkValidity()) === problems.includes(name), `${name} (${kind}) is wrong for only one of the form and the browser`);
  }
}

document.body.textContent = ""; // The form before keeps its draft now.
sessionStorage.clear();
console.warn = () => {}; // A condition may name a field that was removed.
let form = await opened();
const start = said(form);
if (WAY === "early") {
  document.body.textContent = "";
  sessionStorage.clear();
  form = await opened(true);
  log.push("start");
}
const first = said(form);
for (let moves = 1 + below(8); moves > 0; moves--) {
  const all = inputsOf(form), free = all.filter((element) => !element.matches(":disabled, [readonly]") && element.checkVisibility());
  if (WAY in CHANGES && all.length > 1 && random() < 0.4) {
    const [word, change] = one(Object.entries(CHANGES[WAY])), element = one(all);
    log.push(`${word} ${element.name}`);
    await change(element, form);
  } else if (form.querySelector("[data-preset]") && random() < 0.2) {
    form.apply("p");
    log.push("apply");
  } else if (free.length > 0) use(one(free));
  if (random() < 0.3) document.activeElement?.blur();
  if (random() < 0.3) await turn();
}
document.activeElement?.blur();
await turn();
const done = said(form);
checkValues(form);
checkConditions(form);
checkProblems(form);
const WRONG_NUMBERS = ["stepMismatch", "rangeUnderflow", "rangeOverflow"];
// Undo drops numbers that are not allowed.
const isTyping = fields.some(({ name, kind }) => kind === "number" && (first[2].split(",").includes(name) || WRONG_NUMBERS.some((flag) => inputsOf(form, name)[0].validity[flag])));
if (WAY === "returns") {
  document.body.textContent = "";
  form = await opened();
  right(said(form).join() === done.join(), `it returned to ${said(form)}`);
} else if (["undoes", "early"].includes(WAY) && !isTyping) {
  let undone = 0;
  while (undone < 100 && form.undo()) undone++;
  right(undone < 100, "there is always something to undo");
  right(said(form).slice(0, 2).join() === first.slice(0, 2).join(), `undone, it is ${said(form)}`);
  while (undone-- > 0) form.redo();
  right(!form.redo(), "there is always something to redo");
  right(said(form).slice(0, 2).join() === done.slice(0, 2).join(), `redone, it is ${said(form)}`);
  form.reset();
  await turn();
  await turn();
  right(said(form).join() === start.join(), `reset, it is ${said(form)}`);
}
document.body.textContent = "";
return wrong.length > 0 ? [...wrong, html, ...log, `at first ${start}`, `before the moves ${first}`, `at last ${done}`].join("\n") : null;
