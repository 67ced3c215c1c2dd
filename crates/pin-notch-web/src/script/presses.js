// A field that is left by pressing the mouse is left when the mouse is released. The problem that it shows then
// could otherwise move what is being pressed away from the pointer, so that it would not be clicked.

let isPressed = false;
let waiting = [];

// These do not wait for a click: they stay grabbed. The button that opens a select may be released over its list.
const GRABBED = ["select", "notch-slider", "notch-span-slider", "notch-rating"];

// Does this when the mouse is released, or now if it is not pressed.
export function whenReleased(action) {
  if (isPressed) waiting.push(action);
  else action();
}

function release() {
  const due = waiting;
  [isPressed, waiting] = [false, []];
  for (const action of due) action();
}

if (globalThis.window) {
  addEventListener("mousedown", (event) => {
    release();
    isPressed = event.button === 0 && !event.composedPath().some(({ localName }) => GRABBED.includes(localName));
  }, true);
  // Nothing is released at the end of a drag, or after another window has received the focus.
  for (const type of ["mouseup", "dragend", "keydown"]) addEventListener(type, release, true);
  addEventListener("blur", ({ target }) => { if (target === window) release(); });
}
