// What the module `pin-notch.js` gives to TypeScript: its elements by their tags, and one function.

/** What an `input` or `change` event tells of the element that it comes from. */
export interface NotchDetail {
  /** The value as a form sends it; several with a comma between (days of a span with a slash). */
  value: string;
  /** The values one by one: none, one, two for a span, any number of many. */
  values: string[];
  /** Whether it is on, for a switch or a checkbox. */
  checked: boolean;
  /** The value in words, as it is shown and spoken. */
  text: string;
}

/** An option: a text, or its parts. */
export type NotchOption = string | { value: string; text?: string; group?: string; disabled?: boolean };

/** What one attempt on an element did. */
export interface NotchTurn {
  element: NotchElement;
  /** What was tried, such as `key ArrowRight`. */
  intent: string;
  /** What came of it, such as `input 0.3, change 0.3` or `refused: disabled`. */
  outcome: string;
  refused: boolean;
}

/** What all elements have in common. */
export interface NotchElement extends HTMLElement {
  readonly type: string;
  value: string;
  values: string[];
  readonly valueText: string;
  valueAsNumber: number;
  valueAsDate: Date | null;
  defaultValue: string;
  checked: boolean;
  indeterminate: boolean;
  defaultChecked: boolean;
  name: string;
  min: string;
  max: string;
  step: string;
  pageStep: string;
  unit: string;
  placeholder: string;
  orientation: string;
  readout: string;
  icon: string;
  lit: string;
  least: string;
  most: string;
  pattern: string;
  near: string;
  description: string;
  sizing: string;
  disabled: boolean;
  readOnly: boolean;
  required: boolean;
  reversed: boolean;
  multiple: boolean;
  filter: boolean;
  wrap: boolean;
  push: boolean;
  alwaysOpen: boolean;
  twoFields: boolean;
  acrossBlocked: boolean;
  /** Whether a list or a calendar is open. */
  readonly open: boolean;
  /** The options; given as a promise, they are shown as on their way until it is kept. */
  get options(): Iterable<NotchOption> | Promise<Iterable<NotchOption>> | HTMLOptionElement[];
  set options(options: Iterable<NotchOption> | Promise<Iterable<NotchOption>>);
  stepUp(steps?: number): void;
  stepDown(steps?: number): void;
  showPicker(): void;
  readonly form: HTMLFormElement | null;
  readonly labels: NodeList;
  readonly validity: ValidityState;
  readonly validationMessage: string;
  readonly willValidate: boolean;
  checkValidity(): boolean;
  reportValidity(): boolean;
  setCustomValidity(message: string): void;
  addEventListener<K extends "input" | "change">(
    type: K,
    listener: (this: NotchElement, event: CustomEvent<NotchDetail>) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  addEventListener(
    type: string,
    listener: EventListenerOrEventListenerObject,
    options?: boolean | AddEventListenerOptions,
  ): void;
}

/** Calls `callback` for every attempt on every element, until it is called again; with nothing, none is told. */
export function hearTurns(callback?: (turn: NotchTurn) => void): void;

declare global {
  interface HTMLElementTagNameMap {
    "notch-slider": NotchElement;
    "notch-span-slider": NotchElement;
    "notch-rating": NotchElement;
    "notch-switch": NotchElement;
    "notch-checkbox": NotchElement;
    "notch-check-group": NotchElement;
    "notch-stepper": NotchElement;
    "notch-item-stepper": NotchElement;
    "notch-select": NotchElement;
    "notch-date": NotchElement;
    "notch-date-span": NotchElement;
    "notch-month": NotchElement;
    "notch-week": NotchElement;
    "notch-time": NotchElement;
    "notch-date-time": NotchElement;
  }
}
