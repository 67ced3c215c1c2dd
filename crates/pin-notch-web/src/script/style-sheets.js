// The style sheets of the elements. Each document, such as that of a frame, needs its own.

const known = new WeakMap();

// The sheet with this text for elements in this document; none if the document is never shown, as that of a
// template.
export function styleSheetsIn(document, text) {
  if (!document.defaultView) return [];
  const sheets = known.get(document) ?? new Map();
  known.set(document, sheets);
  if (!sheets.has(text)) {
    const sheet = new document.defaultView.CSSStyleSheet();
    sheet.replaceSync(text);
    sheets.set(text, sheet);
  }
  return [sheets.get(text)];
}
