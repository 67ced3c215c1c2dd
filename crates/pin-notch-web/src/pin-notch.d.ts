// What the module `pin-notch.js` gives to TypeScript: its elements by their tags, and one function.

/** What an `input` or `change` event tells of the element that it comes from. */
export interface NotchDetail {
  /** The value as a form sends it; several with commas between, days of a span with a slash. */
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
  sizing: string;
  outputPlace: string;
  disabled: boolean;
  readOnly: boolean;
  required: boolean;
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

// <elements: written by `cargo xtask tables`>
/** `<notch-slider>`: A number on a track. */
export interface NotchSlider extends NotchElement {
  /** The smallest value. */
  min: string;
  /** The largest value. */
  max: string;
  /** The distance of two values, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the smallest value. */
  stepBase: string;
  /** The unit, shown and spoken after the value. */
  unit: string;
  /** Which way it lies; upright, its maximum is at the top. */
  orientation: "horizontal" | "vertical" | "";
  /** The maximum is where the minimum would be. */
  reversed: boolean;
  /** How values are spread along the track. Keys move by steps all the same. */
  scale: string;
  /** How far page keys go; without it, a tenth of the range. */
  pageBy: string;
  /** The sentence in which the value is shown and spoken. */
  wording: string;
  /** Names of single values, shown and spoken in the number's place. */
  names: string;
}

/** `<notch-span-slider>`: Two numbers on one track. */
export interface NotchSpanSlider extends NotchElement {
  /** The smallest value. */
  min: string;
  /** The largest value. */
  max: string;
  /** The distance of two values, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the smallest value. */
  stepBase: string;
  /** How far apart the two values have to be. */
  least: string;
  /** How far apart they may be. */
  most: string;
  /** A thumb that meets the other pushes it along instead of stopping. */
  push: boolean;
  /** The unit, shown and spoken after the values. */
  unit: string;
  /** Which way it lies; upright, its maximum is at the top. */
  orientation: "horizontal" | "vertical" | "";
  /** The maximum is where the minimum would be. */
  reversed: boolean;
  /** How values are spread along the track. Keys move by steps all the same. */
  scale: string;
  /** How far page keys go; without it, a tenth of the range. */
  pageBy: string;
}

/** `<notch-rating>`: A number shown as a row of icons; may be empty. */
export interface NotchRating extends NotchElement {
  /** How many icons there are. */
  max: string;
  /** The lowest value that can be chosen; without it, one step. With 0, zero is a value apart from empty. */
  min: string;
  /** The distance of two values: 0.5 for halves. */
  step: string;
  /** Which icons a value lights: all up to it, or only its own. */
  lit: "up-to" | "only" | "";
  /** The icon, as text. */
  icon: string;
  /** The sentence in which the value is shown and spoken, in the place of "3.5 of 5". */
  wording: string;
  /** The sentence for a value that is only pointed at. */
  previewWording: string;
  /** What is shown and spoken while nothing is chosen. */
  emptyWording: string;
}

/** `<notch-switch>`: On or off. */
export interface NotchSwitch extends NotchElement {
  /** It starts on. */
  defaultChecked: boolean;
  /** What is shown beside it while it is on. */
  whenOn: string;
  /** What is shown beside it while it is off. */
  whenOff: string;
}

/** `<notch-checkbox>`: On, off or mixed. */
export interface NotchCheckbox extends NotchElement {
  /** It starts on. */
  defaultChecked: boolean;
  /** What explains it beside its label. */
  description: string;
}

/** `<notch-checkbox-group>`: Checkboxes, with one for all if you like. */
export interface NotchCheckboxGroup extends NotchElement {
  /** The text of a checkbox above the others, which checks and unchecks all. */
  all: string;
  /** How many have to be checked before the form can be sent. */
  least: string;
  /** How many can be checked. */
  most: string;
}

/** `<notch-radio-group>`: One out of a few options, all in sight. */
export interface NotchRadioGroup extends NotchElement {
  /** Whether the options stand in a column or in a row. */
  orientation: "horizontal" | "vertical" | "";
}

/** `<notch-stepper>`: A number, typed or stepped. */
export interface NotchStepper extends NotchElement {
  /** The smallest value. */
  min: string;
  /** The largest value. */
  max: string;
  /** The distance of two values, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the smallest value. */
  stepBase: string;
  /** The unit, shown and spoken after the value. */
  unit: string;
  /** What stands in the field while it is empty. */
  placeholder: string;
  /** Steps go on from the largest value to the smallest, and back. */
  loop: boolean;
}

/** `<notch-item-stepper>`: Back and next over a list. */
export interface NotchItemStepper extends NotchElement {
  /** From the last item it goes on to the first, and from the first to the last. */
  loop: boolean;
}

/** `<notch-select>`: One or several out of a list. */
export interface NotchSelect extends NotchElement {
  /** Several can be chosen. */
  multiple: boolean;
  /** A field to search the options in. */
  filter: boolean;
  /** What is shown while nothing is chosen. */
  placeholder: string;
  /** How many have to be chosen before the form can be sent. */
  least: string;
  /** How many can be chosen, where several can. */
  most: string;
}

/** `<notch-date>`: A day, typed or picked. */
export interface NotchDate extends NotchElement {
  /** The first day. */
  min: string;
  /** The last day. */
  max: string;
  /** The distance of two days, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the first day. */
  stepBase: string;
  /** What stands in the field while it is empty. */
  placeholder: string;
  /** How a date is written. */
  datePattern: string;
  /** The day on which weeks begin, whatever the language says. */
  firstDay: "" | "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "";
  /** The calendar is part of the page. */
  alwaysOpen: boolean;
}

/** `<notch-date-span>`: Two days, typed or picked. */
export interface NotchDateSpan extends NotchElement {
  /** The first day. */
  min: string;
  /** The last day. */
  max: string;
  /** The distance of two days, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the first day. */
  stepBase: string;
  /** How many days a span has to have, both ends counted. */
  least: string;
  /** How many days it may have. */
  most: string;
  /** Each of the two days has a field of its own. */
  twoFields: boolean;
  /** A span may hold closed days. Its ends still cannot be closed. */
  acrossClosed: boolean;
  /** What stands in the fields while they are empty. */
  placeholder: string;
  /** How a date is written. */
  datePattern: string;
  /** The day on which weeks begin, whatever the language says. */
  firstDay: "" | "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "";
  /** The calendar is part of the page. */
  alwaysOpen: boolean;
}

/** `<notch-month>`: A month, by its fields. */
export interface NotchMonth extends NotchElement {
  /** The first value. */
  min: string;
  /** The last value; of times, one before the first allows those over midnight. */
  max: string;
  /** The distance of two values in months, weeks or seconds, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the first value. */
  stepBase: string;
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  near: string;
}

/** `<notch-week>`: A week, by its fields. */
export interface NotchWeek extends NotchElement {
  /** The first value. */
  min: string;
  /** The last value; of times, one before the first allows those over midnight. */
  max: string;
  /** The distance of two values in months, weeks or seconds, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the first value. */
  stepBase: string;
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  near: string;
}

/** `<notch-time>`: A time of day, by its fields. */
export interface NotchTime extends NotchElement {
  /** The first value. */
  min: string;
  /** The last value; of times, one before the first allows those over midnight. */
  max: string;
  /** The distance of two values in months, weeks or seconds, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the first value. */
  stepBase: string;
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  near: string;
}

/** `<notch-date-time>`: A day and a time on it, by their fields. */
export interface NotchDateTime extends NotchElement {
  /** The first value. */
  min: string;
  /** The last value; of times, one before the first allows those over midnight. */
  max: string;
  /** The distance of two values in months, weeks or seconds, or `any`. */
  step: string;
  /** Where steps are counted from, if not from the first value. */
  stepBase: string;
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  near: string;
}

// </elements>
/**
 * Calls `callback` for every attempt on every element, until the function that it gives back is called.
 */
export function onTurn(callback: (turn: NotchTurn) => void): () => void;

declare global {
  // <tags: written by `cargo xtask tables`>
  interface HTMLElementTagNameMap {
    "notch-slider": NotchSlider;
    "notch-span-slider": NotchSpanSlider;
    "notch-rating": NotchRating;
    "notch-switch": NotchSwitch;
    "notch-checkbox": NotchCheckbox;
    "notch-checkbox-group": NotchCheckboxGroup;
    "notch-radio-group": NotchRadioGroup;
    "notch-stepper": NotchStepper;
    "notch-item-stepper": NotchItemStepper;
    "notch-select": NotchSelect;
    "notch-date": NotchDate;
    "notch-date-span": NotchDateSpan;
    "notch-month": NotchMonth;
    "notch-week": NotchWeek;
    "notch-time": NotchTime;
    "notch-date-time": NotchDateTime;
  }
  // </tags>
}
