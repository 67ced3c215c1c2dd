// Passes pointer, key and focus events of an element to its machine.

import { listenForDigits } from "./digits.js";
import { controlsOf } from "./form-members.js";
import { whenReleased } from "./presses.js";

// The events that can be the first of an element. All other listeners are added during the first event,
// because most elements of a page are never touched and adding listeners takes time.
const FIRST = ["pointerover", "pointerdown", "focusin", "keydown", "click", "input", "invalid", "toggle"];

// A stepping button that is held for longer than this, in milliseconds, repeats; a shorter press is a
// click.
const HOLD = 400;
// A page that was blocked for longer than this, as by an alert, may have missed the release, and nobody has seen
// steps meanwhile.
const BLOCKED = 1000;

// The input types of which a form may have at most one to be sent by Enter without a button:
const BLOCKING = "input:is(:not([type]),[type=text],[type=search],[type=tel],[type=url],[type=email],[type=password],[type=date],[type=month],[type=week],[type=time],[type=datetime-local],[type=number]), notch-text:is(:not([rows]),[rows='1']), notch-stepper, notch-date, notch-date-span, notch-month, notch-week, notch-time, notch-date-time";

const inside = (event) => event.composedPath()[0];
// The message about what is wrong is not part of the control: pressing it changes nothing, and its text can be selected.
const isOnProblem = (event) => inside(event).closest?.("[part=problem]");

// Whether an input method handles the key. Safari ends a composition before the Enter that confirms it, so that only
// the key code tells: https://www.w3.org/TR/uievents/#determine-keydown-keyup-keyCode
const isForInputMethod = ({ isComposing, keyCode }) => isComposing || keyCode === 229;

// Adds the listeners at the first event.
export function listenLater(...all) {
  const [element] = all;
  const wake = () => {
    for (const type of FIRST) element.removeEventListener(type, wake, true);
    listen(...all);
  };
  for (const type of FIRST) element.addEventListener(type, wake, true);
}

// `isChecked`: whether a click anywhere flips it.
function listen(element, { root, ports, tell, isChecked }) {
  const tag = element.localName;
  const on = (type, listener, options) => element.addEventListener(type, listener, options);
  let grabbed, grabbing, holding, ignored, pressedBy;
  // While a pointer drags a thumb or holds a button, others are ignored, such as another finger.
  const isOther = ({ pointerId }) => pressedBy !== undefined && pointerId !== pressedBy;
  const onPointer = (type, listener) => on(type, (event) => { if (!isOther(event)) listener(event); });

  const pointer = (what, event) => {
    const track = root.querySelector("[data-place]");
    if (!track) return isChecked && tell(what);
    // Measured once per drag, because measuring between moves would force a layout for each.
    const box = (what === "move" && grabbed) || track.getBoundingClientRect();
    const x = (event.clientX - box.left) / box.width;
    const y = (event.clientY - box.top) / box.height;
    const part = inside(event).closest?.("[part=thumb], [data-place]")?.getAttribute("part") ?? "";
    return tell(what, part, "", x, y);
  };

  // A stepping button steps when it is released, or repeatedly while it is held, but not for a touch that
  // turns out to be a swipe.
  const hold = (button) => {
    const start = performance.now(), direction = Number(button.dataset.with);
    let last = start;
    const step = () => {
      const now = performance.now(), milliseconds = now - start;
      if (now - last > BLOCKED) { release(); return; }
      last = now;
      if (milliseconds < HOLD) return;
      ignored = button; // the click at its end is ignored
      tell("hold", "", "", direction, milliseconds);
    };
    ignored = undefined;
    tell("hold", "", "", direction, 0);
    holding = { button, step, timer: setInterval(step, 40) };
  };
  const release = () => {
    clearInterval(holding?.timer);
    grabbing?.abort();
    holding = grabbed = pressedBy = undefined;
  };
  // After leaving the button it is no longer held, and releasing is not a click.
  const leaveButton = (event) => {
    if (!holding) return;
    const box = holding.button.getBoundingClientRect();
    const over = event.clientX >= box.left && event.clientX <= box.right && event.clientY >= box.top && event.clientY <= box.bottom;
    if (over) return;
    ignored = holding.button;
    release();
  };

  on("pointerdown", (event) => {
    // The primary one is always accepted: the end of another press may have been missed.
    if (event.button !== 0 || (isOther(event) && !event.isPrimary) || isOnProblem(event)) return;
    const step = inside(event).closest?.("[data-do=step]:not([aria-disabled=true])");
    if (step) hold(step);
    const isGrabbed = pointer("down", event);
    if (step || isGrabbed) pressedBy = event.pointerId;
    if (!isGrabbed) return;
    grabbed = root.querySelector("[data-place]").getBoundingClientRect();
    element.setPointerCapture(event.pointerId);
    grabbing = new AbortController();
    const { signal } = grabbing, { ownerDocument } = element;
    // A draggable element around it stays where it is.
    ownerDocument.addEventListener("dragstart", (drag) => drag.preventDefault(), { capture: true, signal });
    // An element that is removed loses the pointer as well, which only the document is told.
    ownerDocument.addEventListener("lostpointercapture", (lost) => { if (!isOther(lost)) release(); }, { signal });
  });
  on("mousedown", (event) => {
    // Pressing something beside a field must not take the focus from the field, but give it to it.
    if (isOnProblem(event) || inside(event).closest?.("input, textarea, button, [tabindex='0']")) return;
    event.preventDefault();
    if (!root.activeElement) root.querySelector("[data-focus]")?.focus({ preventScroll: true });
  });
  onPointer("pointermove", (event) => { leaveButton(event); pointer("move", event); });
  onPointer("pointerup", (event) => {
    leaveButton(event);
    holding?.step(); // a busy page may have missed the last steps
    release();
    if (event.button === 0) pointer("up", event);
  });
  onPointer("pointercancel", (event) => { release(); pointer("cancel", event); });
  onPointer("lostpointercapture", (event) => { release(); pointer("cancel", event); });
  onPointer("pointerleave", (event) => { leaveButton(event); release(); pointer("out", event); tell("day"); });
  on("contextmenu", (event) => { if (holding) event.preventDefault(); });
  root.addEventListener("pointerover", (event) => tell("day", event.target.closest("[data-do=day]")?.dataset.with));
  // If text of the page is selected, the browser would start dragging that text.
  on("dragstart", (event) => event.preventDefault());
  on("click", (event) => {
    const target = inside(event);
    if (isOnProblem(event)) return;
    const part = target.closest?.("[data-do]");
    if (part && root.contains(part)) {
      if (part.matches(":disabled, [role=button][aria-disabled=true]")) return;
      // A program or assistive technology clicks without a pointer.
      if (part !== ignored || event.detail === 0) tell("act", part.dataset.do, part.dataset.with);
    } else if (target.closest?.("[part=field]") && tag === "notch-select") tell("act", "toggle");
    else pointer("click", event);
  });
  on("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.defaultPrevented || isForInputMethod(event)) return;
    const target = inside(event);
    const { key } = event;
    // Held down, these keys act once, as on HTML's own controls, unless they write.
    const isWriting = target.localName === "textarea" || target.localName === "input" && key === " ";
    if (event.repeat && (key === "Enter" || key === " ") && !isWriting && target.localName !== "button") {
      event.preventDefault();
      return;
    }
    if (target.matches?.("[role=checkbox][data-do]") && key !== "Enter") {
      if (key === " ") { tell("act", target.dataset.do, target.dataset.with); event.preventDefault(); }
      return;
    }
    // A button handles its own keys, except that Escape closes the popup.
    if (target.localName === "button" && key !== "Escape") return;
    if (event.altKey && !(key === "ArrowDown" || key === "ArrowUp")) return;
    if (event.altKey && key === "ArrowUp" && element.open) {
      tell("close");
      event.preventDefault();
      return;
    }
    const part = target === element ? "" : (target.getAttribute?.("part") ?? "").split(" ")[0];
    const isField = target.localName === "input" || target.localName === "textarea";
    const kept = isField ? "input" : ["input", "control"].includes(part) ? "" : part;
    const wasOpen = element.open;
    const paged = event.shiftKey && key.startsWith("Page") ? `Shift+${key}` : key;
    const before = ports.reached, used = tell("key", kept, paged, Date.now());
    // Enter settles what is typed in a field, and also sends the form.
    const isSending = key === "Enter" && target.localName !== "textarea" && !element.open && !wasOpen && (kept === "input" || kept === "number" || !used);
    if (used && !isSending) event.preventDefault();
    ports.reveal();
    const { reached } = ports;
    if (reached !== before) reached?.scrollIntoView({ block: "nearest" });
    if (isSending) sendImplicitly(element.form);
  });
  root.addEventListener("input", (event) => {
    event.stopPropagation(); // the event of the field is not that of the control
    if (event.target.isContentEditable) return;
    ports.field = event.target;
    tell("type", event.target.dataset.end, event.target.value);
    ports.reveal();
  });
  listenForDigits(element, root, tell);
  root.addEventListener("change", (event) => event.stopPropagation());
  root.addEventListener("focusin", (event) => {
    const { end, do: action, with: at } = event.target.dataset;
    tell("focus", end, "", action === "field" ? Number(at) : -1);
  });
  root.addEventListener("scroll", (event) => {
    const list = event.target.querySelector?.("[part=list]");
    if (!list) return;
    // By the height of the list, because browsers round that of a row.
    const rows = list.style.getPropertyValue("--rows");
    tell("scroll", "", "", Math.floor((event.target.scrollTop / list.offsetHeight) * rows) || 0);
  }, true);
  const outside = (event) => { if (!event.composedPath().includes(element)) tell("close"); };
  let page;
  on("toggle", () => {
    page?.removeEventListener("pointerdown", outside, true);
    page = element.open ? element.ownerDocument : undefined;
    page?.addEventListener("pointerdown", outside, true);
    if (!element.open) ports.giveBack();
  });
  on("focusout", (event) => {
    // A redraw may remove the focused part from the page for a moment.
    if (ports.applying || event.relatedTarget === element || root.contains(event.relatedTarget)) return;
    release();
    tell("settle");
    whenReleased(() => tell("leave"));
  });
  on("invalid", () => tell("report"));
}

// Enter in a field sends the form by HTML's rules: through its first submit button, or without one if there
// is only one such field.
function sendImplicitly(form) {
  if (!form) return;
  const button = [...controlsOf(form)].find((element) => element.type === "submit" || element.type === "image");
  if (button) { button.click(); return; }
  const fields = [...controlsOf(form)].filter((element) => element.matches(BLOCKING));
  if (fields.length <= 1) form.requestSubmit();
}
