// A program that uses the elements and the form through their types. A line that must not compile says so.

import { onTurn, ready, type NotchDetail, type NotchForm, type NotchTurn } from "pin-notch/form";

await ready;

// Elements are found and made by their tag names.
const weight = document.createElement("notch-slider");
weight.max = 40;
weight.step = "0.1";
weight.value = 18.4;
weight.unit = null;
weight.orientation = "vertical";
// @ts-expect-error: not one of its words
weight.orientation = "diagonal";
// @ts-expect-error: a slider has no icons
weight.icon = "*";
// @ts-expect-error: a text
const max: number = weight.max;
const doubled: number = weight.valueAsNumber * 2;
weight.stepUp();
weight.stepDown(3);

// Events, with what is particular to them, and those of every element.
weight.addEventListener("input", (event) => noted(event.detail));
weight.addEventListener("change", (event) => noted(event.detail), { once: true });
weight.addEventListener("adjust", ({ detail }) => `${detail.wanted} ${detail.value} ${detail.why}`);
weight.addEventListener("keydown", (event) => event.key === "Enter");
weight.addEventListener("frames-counted", (event) => event.type);
// @ts-expect-error: an event of the keyboard has no detail
weight.addEventListener("keyup", (event) => event.detail.value);
function noted(detail: NotchDetail): string {
  return detail.values.join() + detail.text + String(detail.checked);
}

const keeper = document.createElement("notch-select");
keeper.options = ["Ida", { value: "jon", text: "Jon", group: "Guests", disabled: true }];
keeper.options = fetch("/keepers").then((response) => response.json());
// @ts-expect-error: an option has a value
keeper.options = [{ text: "Jon" }];
keeper.multiple = true;
keeper.values = ["ida", "jon"];
keeper.addEventListener("toggle", (event) => event.newState === "open" && keeper.open);

const visited = document.createElement("notch-date");
visited.value = new Date();
visited.max = new Date();
visited.min = "2026-03-01";
visited.firstDay = "monday";
const day: Date | null = visited.valueAsDate;
visited.valueAsDate = null;
const frames = document.createElement("notch-span-slider");
frames.value = [4, 8];
const seen = document.createElement("notch-checkbox");
seen.checked = !seen.indeterminate;
seen.labels.forEach((label) => label.textContent);
if (!seen.checkValidity()) seen.setCustomValidity(seen.validity.valueMissing ? "Look for her." : seen.validationMessage);

// The form.
const form: NotchForm | null = document.querySelector("notch-form");
if (form) {
  form.values = { mites: 3, visited: new Date(), treatment: [{ amount: 5 }], keeper: ["ida"], seen: true, note: null };
  const mites = form.values["mites"];
  if (typeof mites === "number") form.apply(mites > 9 ? "treat" : "leave");
  const undone: boolean = form.undo();
  form.addEventListener("submit", (event) => event.submitter);
  form.addEventListener("refused", ({ detail }) => detail.problems.map(({ name, text, element }) => [name, text, element?.id]));
  form.addEventListener("accepted", async ({ detail }) => [await detail.answer.text(), detail.values]);
  // @ts-expect-error: it does not change by itself
  form.dirty = undone;
  form.form?.requestSubmit();
}

const turns: string[] = [];
const stop: () => void = onTurn((turn: NotchTurn) => turns.push(`${turn.element.localName} ${turn.intent} ${turn.outcome}`));
stop();

export { day, doubled, max };
