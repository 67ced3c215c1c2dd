// Types for the modules `pin-notch.js` and `pin-notch-form.js`: their elements by tag name, and their exports.

/** The detail of an `input` or `change` event. */
export interface NotchDetail {
  /** The value as a form sends it; several are separated by commas, and the days of a span by a slash. */
  value: string;
  /** The values as a list: none, one, two for a span, or several. */
  values: string[];
  /** Whether it is on, for a switch or a checkbox. */
  checked: boolean;
  /** The value as it is shown and spoken. */
  text: string;
}

/** The detail of an `adjust` event: the requested value, the actual one, and the reason. */
export interface NotchAdjustment extends NotchDetail {
  wanted: string;
  why: string;
}

/** An option: a text, or its parts. */
export type NotchOption = string | { value: string; text?: string; group?: string; disabled?: boolean };

/** The outcome of one attempt on an element. */
export interface NotchTurn {
  element: NotchElement;
  /** The attempt, such as `key ArrowRight`. */
  intent: string;
  /** The outcome, such as `input 0.3, change 0.3` or `refused: disabled`. */
  outcome: string;
  refused: boolean;
}

/** The interface common to all elements. */
export interface NotchElement extends HTMLElement {
  readonly type: string;
  /** The value as a form sends it. Numbers, dates (in UTC) and several values can also be assigned; null and undefined clear it. */
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
  /** The options. A promise of options is shown as loading until it resolves. */
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
  addEventListener(
    type: "input" | "change",
    listener: (this: NotchElement, event: Event & { readonly detail: NotchDetail }) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  /** A list or a calendar has opened or closed. */
  addEventListener(
    type: "toggle",
    listener: (this: NotchElement, event: ToggleEvent) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  /** A value set by a script or an attribute had to be changed. */
  addEventListener(
    type: "adjust",
    listener: (this: NotchElement, event: CustomEvent<NotchAdjustment>) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  addEventListener<K extends keyof HTMLElementEventMap>(
    type: K,
    listener: (this: NotchElement, event: HTMLElementEventMap[K]) => unknown,
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
  /** The distance between two allowed values, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted, if not the smallest value. */
  get stepBase(): string;
  set stepBase(value: number | string | null | undefined);
  /** The unit, shown and spoken after the value. */
  get unit(): string;
  set unit(value: string | null | undefined);
  /** How its numbers are written, in the pattern syntax of the CLDR. */
  get numberPattern(): string;
  set numberPattern(value: string | null | undefined);
  /** Its orientation. If vertical, the maximum is at the top. */
  get orientation(): "horizontal" | "vertical" | "";
  set orientation(value: "horizontal" | "vertical" | "" | null | undefined);
  /** Minimum and maximum trade places. */
  reversed: boolean;
  /** How values are spread along the track. Keys still move by steps. */
  get scale(): string;
  set scale(value: string | null | undefined);
  /** The distance that page keys move; without it, a tenth of the range. */
  get pageBy(): string;
  set pageBy(value: number | string | null | undefined);
  /** The sentence in which the value is shown and spoken. */
  get wording(): string;
  set wording(value: string | null | undefined);
  /** Names of values, shown and spoken instead of the number. */
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
  /** The distance between two allowed values, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted, if not the smallest value. */
  get stepBase(): string;
  set stepBase(value: number | string | null | undefined);
  /** The least distance between the two values. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** The greatest distance between them. */
  get most(): string;
  set most(value: number | string | null | undefined);
  /** A thumb that reaches the other pushes it along instead of stopping. */
  push: boolean;
  /** The unit, shown and spoken after the value. */
  get unit(): string;
  set unit(value: string | null | undefined);
  /** How its numbers are written, in the pattern syntax of the CLDR. */
  get numberPattern(): string;
  set numberPattern(value: string | null | undefined);
  /** Its orientation. If vertical, the maximum is at the top. */
  get orientation(): "horizontal" | "vertical" | "";
  set orientation(value: "horizontal" | "vertical" | "" | null | undefined);
  /** Minimum and maximum trade places. */
  reversed: boolean;
  /** How values are spread along the track. Keys still move by steps. */
  get scale(): string;
  set scale(value: string | null | undefined);
  /** The distance that page keys move; without it, a tenth of the range. */
  get pageBy(): string;
  set pageBy(value: number | string | null | undefined);
}

/** `<notch-rating>`: A number shown as a row of icons; may be empty. */
export interface NotchRating extends NotchElement {
  /** The number of icons. */
  get max(): string;
  set max(value: number | string | null | undefined);
  /** The lowest value that can be chosen; without it, one step. With 0, zero is a value distinct from empty. */
  get min(): string;
  set min(value: number | string | null | undefined);
  /** The distance between two allowed values: 0.5 for halves. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** Which icons a value lights: all up to it, or only its own. */
  get lit(): "up-to" | "only" | "";
  set lit(value: "up-to" | "only" | "" | null | undefined);
  /** The icon, as text. */
  get icon(): string;
  set icon(value: string | null | undefined);
  /** The sentence in which the value is shown and spoken, instead of "3.5 of 5". */
  get wording(): string;
  set wording(value: string | null | undefined);
  /** The sentence for a value that is merely pointed at. */
  get previewWording(): string;
  set previewWording(value: string | null | undefined);
  /** The text shown and spoken while nothing is chosen. */
  get emptyWording(): string;
  set emptyWording(value: string | null | undefined);
  /** `NaN` while it is empty. */
  valueAsNumber: number;
}

/** `<notch-switch>`: On or off. */
export interface NotchSwitch extends NotchElement {
  /** It starts on. */
  defaultChecked: boolean;
  /** The text shown beside it while it is on. */
  get whenOn(): string;
  set whenOn(value: string | null | undefined);
  /** The text shown beside it while it is off. */
  get whenOff(): string;
  set whenOff(value: string | null | undefined);
  /** Whether it is on. */
  checked: boolean;
}

/** `<notch-checkbox>`: On, off or mixed. */
export interface NotchCheckbox extends NotchElement {
  /** It starts checked. */
  defaultChecked: boolean;
  /** A text that explains it, shown below its label. */
  get description(): string;
  set description(value: string | null | undefined);
  /** Whether it is on. */
  checked: boolean;
  /** Whether it is neither on nor off. */
  indeterminate: boolean;
}

/** `<notch-checkbox-group>`: Checkboxes, optionally with one for all. */
export interface NotchCheckboxGroup extends NotchElement {
  /** The label of a checkbox above the others that checks and unchecks all of them. */
  get all(): string;
  set all(value: string | null | undefined);
  /** The fewest that must be checked before the form can be sent. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** The most that can be checked. */
  get most(): string;
  set most(value: number | string | null | undefined);
}

/** `<notch-radio-group>`: One of a few options, all visible. */
export interface NotchRadioGroup extends NotchElement {
  /** Whether the options are laid out in a column or in a row. */
  get orientation(): "horizontal" | "vertical" | "";
  set orientation(value: "horizontal" | "vertical" | "" | null | undefined);
}

/** `<notch-text>`: A text of one or several lines. */
export interface NotchText extends NotchElement {
  /** The kind of text: any, an e-mail address, a URL or a telephone number. */
  get type(): "text" | "email" | "url" | "tel" | "";
  set type(value: "text" | "email" | "url" | "tel" | "" | null | undefined);
  /** The number of visible lines. With more than one, the text may contain line breaks. */
  get rows(): string;
  set rows(value: number | string | null | undefined);
  /** The fewest characters of a non-empty text, counted in UTF-16 code units as in HTML. */
  get minLength(): string;
  set minLength(value: number | string | null | undefined);
  /** The most characters, counted in the same way. More can be typed, but make the text invalid. */
  get maxLength(): string;
  set maxLength(value: number | string | null | undefined);
  /** The regular expression that a non-empty text must match as a whole: HTML's `pattern`. */
  get pattern(): string;
  set pattern(value: string | null | undefined);
  /** An example of a text that matches the pattern, shown with the error message. */
  get example(): string;
  set example(value: string | null | undefined);
  /** The text shown in the field while it is empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** What the browser may fill in: HTML's `autocomplete`. */
  get autocomplete(): string;
  set autocomplete(value: string | null | undefined);
  /** The number of characters is shown beside the field. */
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
  /** The distance between two allowed values, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: number | string | null | undefined);
  /** The unit, shown and spoken after the value. */
  get unit(): string;
  set unit(value: string | null | undefined);
  /** How its numbers are written, in the pattern syntax of the CLDR. */
  get numberPattern(): string;
  set numberPattern(value: string | null | undefined);
  /** The text shown in the field while it is empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** Stepping wraps around from the largest value to the smallest, and back. */
  loop: boolean;
  /** `NaN` while it is empty. */
  valueAsNumber: number;
}

/** `<notch-item-stepper>`: Back and next through a list. */
export interface NotchItemStepper extends NotchElement {
  /** Stepping wraps around from the last item to the first, and from the first to the last. */
  loop: boolean;
}

/** `<notch-select>`: One or several options from a list. */
export interface NotchSelect extends NotchElement {
  /** Several can be chosen. */
  multiple: boolean;
  /** A field in which to search the options. */
  filter: boolean;
  /** The text shown while nothing is chosen. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** The fewest that must be chosen before the form can be sent. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** The most that can be chosen, if several can. */
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
  /** The number of days between two allowed days, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The day from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** The text shown in the field while it is empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** The pattern by which dates are written. */
  get datePattern(): string;
  set datePattern(value: string | null | undefined);
  /** The day on which weeks begin, overriding the language. */
  get firstDay(): "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "";
  set firstDay(value: "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "" | null | undefined);
  /** The calendar is always shown as part of the page. */
  alwaysOpen: boolean;
  /** As in HTML; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as in HTML. */
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
  /** The number of days between two allowed days, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The day from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** The fewest days of a span, counting both ends; or the fewest nights. */
  get least(): string;
  set least(value: number | string | null | undefined);
  /** The most days, or nights, of a span. */
  get most(): string;
  set most(value: number | string | null | undefined);
  /** The length is counted in nights, instead of days. */
  nights: boolean;
  /** Each of the two days has a field of its own. */
  twoFields: boolean;
  /** A span may contain closed days. Its ends still must be open. */
  acrossClosed: boolean;
  /** The first and the last day may be closed days. */
  openEnds: boolean;
  /** The text shown in the fields while they are empty. */
  get placeholder(): string;
  set placeholder(value: string | null | undefined);
  /** The pattern by which dates are written. */
  get datePattern(): string;
  set datePattern(value: string | null | undefined);
  /** The day on which weeks begin, overriding the language. */
  get firstDay(): "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "";
  set firstDay(value: "monday" | "tuesday" | "wednesday" | "thursday" | "friday" | "saturday" | "sunday" | "" | null | undefined);
  /** The calendar is always shown as part of the page. */
  alwaysOpen: boolean;
}

/** `<notch-month>`: A month, by its fields. */
export interface NotchMonth extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value. For times, one before `min` allows the hours across midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance between two allowed values, in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where empty fields start when they are stepped, such as the current month. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** As in HTML; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as in HTML. */
  valueAsDate: Date | null;
}

/** `<notch-week>`: A week, by its fields. */
export interface NotchWeek extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value. For times, one before `min` allows the hours across midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance between two allowed values, in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where empty fields start when they are stepped, such as the current month. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** As in HTML; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as in HTML. */
  valueAsDate: Date | null;
}

/** `<notch-time>`: A time of day, by its fields. */
export interface NotchTime extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value. For times, one before `min` allows the hours across midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance between two allowed values, in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where empty fields start when they are stepped, such as the current month. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** As in HTML; `NaN` while it is empty. */
  valueAsNumber: number;
  /** In UTC, as in HTML. */
  valueAsDate: Date | null;
}

/** `<notch-date-time>`: A day and a time on it, by their fields. */
export interface NotchDateTime extends NotchElement {
  /** The first value. */
  get min(): string;
  set min(value: Date | string | null | undefined);
  /** The last value. For times, one before `min` allows the hours across midnight. */
  get max(): string;
  set max(value: Date | string | null | undefined);
  /** The distance between two allowed values, in months, weeks or seconds, or `any`. */
  get step(): string;
  set step(value: number | string | null | undefined);
  /** The value from which steps are counted; without it, `min`, or otherwise the default value. */
  get stepBase(): string;
  set stepBase(value: Date | string | null | undefined);
  /** Where empty fields start when they are stepped, such as the current month. */
  get near(): string;
  set near(value: Date | string | null | undefined);
  /** `NaN` while it is empty. */
  valueAsNumber: number;
}

// </elements>
/** A problem or a warning of a form. */
export interface NotchProblem {
  /** The field's name; empty for the form as a whole. */
  name: string;
  label: string;
  text: string;
  /** The element to focus. */
  element: HTMLElement | null;
}

/** A value as it is sent; `null` if empty. */
export type NotchValue = number | string | boolean | number[] | string[] | { [field: string]: NotchValue }[] | null;

/** The form element, which contains a `<form>`. It is only in `pin-notch-form.js`. */
export interface NotchForm extends HTMLElement {
  /** The `<form>` inside. */
  readonly form: HTMLFormElement | null;
  /** The values that would be sent, by field name. Those that are assigned go to their fields, without events; others stay. */
  get values(): Record<string, NotchValue>;
  set values(values: Record<string, NotchValue | Date | undefined>);
  /** The same as JSON, with every digit. */
  readonly json: string;
  /** All current problems, whether they are shown or not. */
  readonly problems: NotchProblem[];
  readonly warnings: NotchProblem[];
  /**
   * Whether any value differs from its initial value, from the one that a script had set before anybody used the form, or
   * from the one that was accepted since.
   */
  readonly dirty: boolean;
  /** Whether any field has been touched. */
  readonly touched: boolean;
  /** A recording of what was done so far, as moves that `pin-notch trace` and tests can run. */
  readonly moves: string;
  /** Whether it can be sent. */
  checkValidity(): boolean;
  /** Whether it can be sent; if not, the problems are shown. */
  reportValidity(): boolean;
  /** Undoes the last settled change with its consequences, with the events of each field. Returns whether there was one. */
  undo(): boolean;
  /** Redoes what was undone last, with the events of each field. */
  redo(): boolean;
  /** Enters the values of the preset with this name, with the events of each field, as a single step for undo. */
  apply(preset: string): void;
  /** Clears every field that can be empty, with the events of each. This can be undone. */
  clear(): void;
  /** Restores the initial values. This cannot be undone. */
  reset(): void;
  /**
   * The receiver has accepted what was sent last, or the current values if nothing was sent: nothing of it is dirty any
   * more, and its draft is forgotten. A form that is sent in place does this itself.
   */
  markAccepted(): void;
  /** There were problems with what was to be sent, found here or by the receiver. */
  addEventListener(
    type: "refused",
    listener: (this: NotchForm, event: CustomEvent<{ problems: NotchProblem[] }>) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  /** A form that was sent in place was accepted. */
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
 * Resolves when the elements have become active. Rejects if the WebAssembly could not be loaded, so that native controls
 * take their place, or if there are no form-associated custom elements here, as without a document. Properties can be set
 * and methods called before.
 */
export const ready: Promise<void>;

/** Calls `callback` for every attempt on every element, until the returned function is called. */
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
