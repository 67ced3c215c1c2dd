// The second half of a double click. The first half may have moved something else under the pointer.

const MILLISECONDS = 500, PIXELS = 5;
// A busy page receives presses long after they were made.
const LATEST = 5000;
const KINDS = ["pointerdown", "mousedown", "click"];

// Presses in the same place as this click are ignored for half a second.
export function ignoreSecond(click) {
  // A click by keyboard has no place.
  if (!click.detail) return;
  const ignore = (event) => {
    const far = Math.hypot(event.clientX - click.clientX, event.clientY - click.clientY) > PIXELS;
    if (far || event.timeStamp - click.timeStamp > MILLISECONDS) return;
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  for (const kind of KINDS) addEventListener(kind, ignore, true);
  setTimeout(() => { for (const kind of KINDS) removeEventListener(kind, ignore, true); }, LATEST);
}
