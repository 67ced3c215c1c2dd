// An error in one of these elements, which the page may have caused, is reported and does not keep the others from
// starting.
export function startEach(elements, start) {
  for (const element of elements) {
    try { start(element); } catch (error) { reportError(error); }
  }
}
