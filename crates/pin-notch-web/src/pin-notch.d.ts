// What the modules `pin-notch.js` and `pin-notch-form.js` give to TypeScript: their elements by their tags, and what they
// export.

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

/** What an `adjust` event tells: the value that was given, the one that holds, and why. */
export interface NotchAdjustment extends NotchDetail {
  wanted: string;
  why: string;
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
  /** The value as a form sends it. It takes numbers, dates (in UTC) and several values as well; nothing makes it empty. */
  get value(): string;
  set value(value: string | number | Date | Iterable<string | number | Date> | null | undefined);
  get values(): string[];
  set values(values: Iterable<string | number | Date> | null | undefined);
  readonly valueText: string;
  defaultValue: string;
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
  /** A value that a script or an attribute gave had to be moved. */
  addEventListener(
    type: "adjust",
    listener: (this: NotchElement, event: CustomEvent<NotchAdjustment>) => unknown,
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
  get min(): string;
  set min(value: number | string | null | undefined);
  /** The largest value. */
  get max(): string;
  set max(value: number | string | null | undefined);
  /** The distance of two values, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from, if not from the smallest value. */
  get stepBase(): string;
  set stepBase(value: number | string | null | undefined);
  /** The unit, shown and spoken after what is chosen. */
  get unit(): string;
  set unit(value: string | null | undefined);
  /** How its numbers are written: see [`NumberPattern`]. */
  get numberPattern(): string;
  set numberPattern(value: string | null | undefined);
  /** Which way it lies; upright, its maximum is at the top. */
  get orientation(): "horizontal" | "vertical" | "";
  set orientation(value: "horizontal" | "vertical" | "" | null | undefined);
  /** The maximum is where the minimum would be. */
  reversed: boolean;
  /** How values are spread along the track. Keys move by steps all the same. */
  get scale(): string;
  set scale(value: string | null | undefined);
  /** How far page keys go; without it, a tenth of the range. */
  get pageBy(): string;
  set pageBy(value: number | string | null | undefined);
  /** The sentence in which the value is shown and spoken. */
  get wording(): string;
  set wording(value: string | null | undefined);
  /** Names of single values, shown and spoken in the number's place. */
  get names(): string;
  set names(value: string | null | undefined);
  /** `NaN` while it is empty. */
  valueAsNumber: number;
}

/** `<notch-span-slider>`: Two numbers on one track. */
export interface NotchSpanSlider extends NotchElement {
  /** The smallest value. */
  get min(): string;
  set min(value: number | string | null | undefined);
  /** The largest value. */
  get max(): string;
  set max(value: number | string | null | undefined);
  /** The distance of two values, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from, if not from the smallest value. */
  get stepBase(): string;
  set stepBase(value: number | string | null | undefined);
  /** How far apart the two values have to be. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** How far apart they may be. */
  get most(): string;
  set most(value: number | string | null | undefined);
  /** A thumb that meets the other pushes it along instead of stopping. */
  push: boolean;
  /** The unit, shown and spoken after what is chosen. */
  get unit(): string;
  set unit(value: string | null | undefined);
  /** How its numbers are written: see [`NumberPattern`]. */
  get numberPattern(): string;
  set numberPattern(value: string | null | undefined);
  /** Which way it lies; upright, its maximum is at the top. */
  get orientation(): "horizontal" | "vertical" | "";
  set orientation(value: "horizontal" | "vertical" | "" | null | undefined);
  /** The maximum is where the minimum would be. */
  reversed: boolean;
  /** How values are spread along the track. Keys move by steps all the same. */
  get scale(): string;
  set scale(value: string | null | undefined);
  /** How far page keys go; without it, a tenth of the range. */
  get pageBy(): string;
  set pageBy(value: number | string | null | undefined);
}

/** `<notch-rating>`: A number shown as a row of icons; may be empty. */
export interface NotchRating extends NotchElement {
  /** How many icons there are. */
  get max(): string;
  set max(value: number | string | null | undefined);
  /** The lowest value that can be chosen; without it, one step. With 0, zero is a value apart from empty. */
  get min(): string;
  set min(value: number | string | null | undefined);
  /** The distance of two values: 0.5 for halves. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Which icons a value lights: all up to it, or only its own. */
  get lit(): "up-to" | "only" | "";
  set lit(value: "up-to" | "only" | "" | null | undefined);
  /** The icon, as text. */
  get icon(): string;
  set icon(value: string | null | undefined);
  /** The sentence in which the value is shown and spoken, in the place of "3.5 of 5". */
  get wording(): string;
  set wording(value: string | null | undefined);
  /** The sentence for a value that is only pointed at. */
  get previewWording(): string;
  set previewWording(value: string | null | undefined);
  /** What is shown and spoken while nothing is chosen. */
  get emptyWording(): string;
  set emptyWording(value: string | null | undefined);
  /** `NaN` while it is empty. */
  valueAsNumber: number;
}

/** `<notch-switch>`: On or off. */
export interface NotchSwitch extends NotchElement {
  /** It starts on. */
  defaultChecked: boolean;
  /** What is shown beside it while it is on. */
  get whenOn(): string;
  set whenOn(value: string | null | undefined);
  /** What is shown beside it while it is off. */
  get whenOff(): string;
  set whenOff(value: string | null | undefined);
  /** Whether it is on. */
  checked: boolean;
}

/** `<notch-checkbox>`: On, off or mixed. */
export interface NotchCheckbox extends NotchElement {
  /** It starts on. */
  defaultChecked: boolean;
  /** What explains it beside its label. */
  get description(): string;
  set description(value: string | null | undefined);
  /** Whether it is on. */
  checked: boolean;
  /** Whether it is neither on nor off. */
  indeterminate: boolean;
}

/** `<notch-checkbox-group>`: Checkboxes, with one for all if you like. */
export interface NotchCheckboxGroup extends NotchElement {
  /** The text of a checkbox above the others, which checks and unchecks all. */
  get all(): string;
  set all(value: string | null | undefined);
  /** How many have to be checked before the form can be sent. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** How many can be checked. */
  get most(): string;
  set most(value: number | string | null | undefined);
}

/** `<notch-radio-group>`: One out of a few options, all in sight. */
export interface NotchRadioGroup extends NotchElement {
  /** Whether the options stand in a column or in a row. */
  get orientation(): "horizontal" | "vertical" | "";
  set orientation(value: "horizontal" | "vertical" | "" | null | undefined);
}

/** `<notch-text>`: Text of one line or several. */
export interface NotchText extends NotchElement {
  /** What kind of text it is: any, an e-mail address, a URL or a telephone number. */
  get type(): "text" | "email" | "url" | "tel" | "";
  set type(value: "text" | "email" | "url" | "tel" | "" | null | undefined);
  /** How many lines are in sight; with more than one, the text may have several lines. */
  get rows(): string;
  set rows(value: number | string | null | undefined);
  /** The fewest characters of a text that is not empty, counted in UTF-16 code units as HTML counts. */
  get minLength(): string;
  set minLength(value: number | string | null | undefined);
  /** The most characters, counted alike. More can be typed, and are a problem of the field. */
  get maxLength(): string;
  set maxLength(value: number | string | null | undefined);
  /** The regular expression that the whole of a text that is not empty has to match: HTML's `pattern`. */
  get pattern(): string;
  set pattern(value: string | null | undefined);
  /** What a text is written like that matches the pattern, for whoever wrote another. */
  get example(): string;
  set example(value: string | null | undefined);
  /** What stands in the field while it is empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** What a browser may fill in: HTML's `autocomplete`. */
  get autocomplete(): string;
  set autocomplete(value: string | null | undefined);
  /** The number of characters stands beside the field. */
  counter: boolean;
}

/** `<notch-stepper>`: A number, typed or stepped. */
export interface NotchStepper extends NotchElement {
  /** The smallest value. */
  get min(): string;
  set min(value: number | string | null | undefined);
  /** The largest value. */
  get max(): string;
  set max(value: number | string | null | undefined);
  /** The distance of two values, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the smallest value, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: number | string | null | undefined);
  /** The unit, shown and spoken after the value. */
  get unit(): string;
  set unit(value: string | null | undefined);
  /** How its numbers are written: see [`NumberPattern`]. */
  get numberPattern(): string;
  set numberPattern(value: string | null | undefined);
  /** What stands in the field while it is empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** Steps go on from the largest value to the smallest, and back. */
  loop: boolean;
  /** `NaN` while it is empty. */
  valueAsNumber: number;
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
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** How many have to be chosen before the form can be sent. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** How many can be chosen, where several can. */
  get most(): string;
  set most(value: number | string | null | undefined);
}

/** `<notch-date>`: A day, typed or picked. */
export interface NotchDate extends NotchElement {
  /** The first day. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last day. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance of two days, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the first day, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** What stands in the field while it is empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** How a date is written. */
  get datePattern(): string;
  set datePattern(value: string | null | undefined);
  /** The day on which weeks begin, whatever the language says. */
  get firstDay(): "" | "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "";
  set firstDay(value: "" | "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "" | null | undefined);
  /** The calendar is part of the page. */
  alwaysOpen: boolean;
  /** As HTML has it; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as HTML has it. */
  valueAsDate: Date | null;
}

/** `<notch-date-span>`: Two days, typed or picked. */
export interface NotchDateSpan extends NotchElement {
  /** The first day. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last day. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance of two days, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the first day, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** How many days a span has to have, both ends counted; or how many nights. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** How many days, or nights, it may have. */
  get most(): string;
  set most(value: number | string | null | undefined);
  /** It is the nights between the days that are counted. */
  nights: boolean;
  /** Each of the two days has a field of its own. */
  twoFields: boolean;
  /** A span may hold closed days. Its ends still cannot be closed. */
  acrossClosed: boolean;
  /** The first and the last day may be closed days. */
  openEnds: boolean;
  /** What stands in the fields while they are empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** How a date is written. */
  get datePattern(): string;
  set datePattern(value: string | null | undefined);
  /** The day on which weeks begin, whatever the language says. */
  get firstDay(): "" | "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "";
  set firstDay(value: "" | "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "" | null | undefined);
  /** The calendar is part of the page. */
  alwaysOpen: boolean;
}

/** `<notch-month>`: A month, by its fields. */
export interface NotchMonth extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value; of times, one before the first allows those over midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance of two values in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the first value, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** As HTML has it; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as HTML has it. */
  valueAsDate: Date | null;
}

/** `<notch-week>`: A week, by its fields. */
export interface NotchWeek extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value; of times, one before the first allows those over midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance of two values in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the first value, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** As HTML has it; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as HTML has it. */
  valueAsDate: Date | null;
}

/** `<notch-time>`: A time of day, by its fields. */
export interface NotchTime extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value; of times, one before the first allows those over midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance of two values in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the first value, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** As HTML has it; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as HTML has it. */
  valueAsDate: Date | null;
}

/** `<notch-date-time>`: A day and a time on it, by their fields. */
export interface NotchDateTime extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value; of times, one before the first allows those over midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance of two values in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Where steps are counted from; without it, from the first value, else from the value it starts with. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where the fields begin when they are empty and stepped, such as the month that it is now. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** `NaN` while it is empty. */
  valueAsNumber: number;
}

// </elements>
/** Something that is wrong with a form, or that it warns of. */
export interface NotchProblem {
  /** The field's name; empty for the form as a whole. */
  name: string;
  label: string;
  text: string;
  /** What to lead to. */
  element: HTMLElement | null;
}

/** A value as it is sent: empty is `null`. */
export type NotchValue = number | string | boolean | number[] | string[] | null;

/** The form in the page, around a `<form>`: what `pin-notch-form.js` has beside the elements. */
export interface NotchForm extends HTMLElement {
  /** The `<form>` inside. */
  readonly form: HTMLFormElement | null;
  /** The values that would be sent, by the fields' names. */
  readonly values: Record<string, NotchValue>;
  /** The same as JSON, with every digit. */
  readonly json: string;
  /** All that is wrong now, whether people have been told or not. */
  readonly problems: NotchProblem[];
  readonly warnings: NotchProblem[];
  /** Whether any value is another than at the start. */
  readonly dirty: boolean;
  /** Whether anybody has touched any field. */
  readonly touched: boolean;
  /** What was done so far, as moves that `pin-notch trace` and tests run. */
  readonly moves: string;
  /** Whether it can be sent; what is wrong is shown. */
  checkValidity(): boolean;
  /** Takes the last settled change back, with all that followed it; says whether there was one. */
  undo(): boolean;
  /** Makes it again. */
  redo(): boolean;
  /** Enters the values of the preset of this name; it can be undone in one. */
  apply(preset: string): void;
  /** Everything empty that can be; it can be undone. */
  clear(): void;
  /** Everything as at the start; it cannot be undone. */
  reset(): void;
  /** Something was wrong with what was to be sent, here or where it was received. */
  addEventListener(
    type: "refused",
    listener: (this: NotchForm, event: CustomEvent<{ problems: NotchProblem[] }>) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  /** What was sent in place was accepted. */
  addEventListener(
    type: "accepted",
    listener: (this: NotchForm, event: CustomEvent<{ values: Record<string, NotchValue>; answer: Response }>) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  addEventListener<K extends keyof HTMLElementEventMap>(
    type: K,
    listener: (this: NotchForm, event: HTMLElementEventMap[K]) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  addEventListener(type: string, listener: EventListenerOrEventListenerObject, options?: boolean | AddEventListenerOptions): void;
}

/**
 * Kept when the elements have come to life; broken where pin-notch.wasm did not come, and native controls stand in, or
 * where there is no document. Nothing has to wait for it: elements take all properties and methods before.
 */
export const ready: Promise<void>;

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
    "notch-text": NotchText;
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
  interface HTMLElementTagNameMap {
    "notch-form": NotchForm;
  }
}
