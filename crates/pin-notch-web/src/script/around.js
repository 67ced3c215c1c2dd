// The surroundings of elements: labels and descriptions, language and direction. One observer watches each
// root that contains elements, so that a change in the page is handled once and not once per element. (The
// browser's own `labels` walks the whole document for every element.)

// The elements of each root: of the document, or of a shadow root.
const elementsOf = new Map();
// What to call for an element: `named` with its name and description, `turned` when its language or direction may
// have changed.
let named, turned;
export function onAround(callbacks) { ({ named, turned } = callbacks); }
const observed = new WeakSet();
const overdue = new Set();
// The ids to which labels and descriptions of elements refer.
const pointedTo = new Set();

const WATCHED = {
  subtree: true, childList: true, characterData: true,
  attributeFilter: ["lang", "dir", "id", "for", "alt", "hidden", "title", "aria-hidden", "aria-label", "aria-labelledby", "aria-description", "aria-describedby", "data-description"],
};

const observer = globalThis.MutationObserver && new MutationObserver((records) => {
  let mayTurn = false;
  for (const record of records) {
    if (record.attributeName === "lang" || record.attributeName === "dir") mayTurn = true;
    else if (concernsNames(record)) nameSoon(record.target.getRootNode());
  }
  if (mayTurn) for (const elements of elementsOf.values()) elements.forEach(turned);
});

// Whether this may change names or descriptions.
function concernsNames({ type, target, addedNodes, removedNodes }) {
  if (type === "attributes") return true;
  for (let node = target; node; node = node.parentNode) {
    if (node.localName === "label" || pointedTo.has(node.id)) return true;
  }
  return [...addedNodes, ...removedNodes].some((node) => node.nodeType === Node.ELEMENT_NODE
    && (node.localName === "label" || node.getElementsByTagName("label").length > 0
      || (pointedTo.size > 0 && [node, ...node.querySelectorAll("[id]")].some(({ id }) => pointedTo.has(id)))));
}

// From now on, `named` and `turned` are called for this element.
export function watch(element) {
  const root = element.getRootNode();
  if (!elementsOf.has(root)) elementsOf.set(root, new Set());
  elementsOf.get(root).add(element);
  // Language and direction are also inherited from outside a shadow root.
  for (let outer = root; outer; outer = outer.host?.getRootNode()) {
    if (observed.has(outer)) break;
    observed.add(outer);
    observer.observe(outer, WATCHED);
  }
  nameSoon(root);
}

// Ends this for an element that was removed.
export function unwatch(element) {
  for (const [root, elements] of elementsOf) {
    if (elements.delete(element) && elements.size === 0) elementsOf.delete(root);
  }
}

// All watched elements.
export function watched() {
  return [...elementsOf.values()].flatMap((elements) => [...elements]);
}

// Updates the names of all elements of a root at once, after the running script has finished.
function nameSoon(root) {
  if (overdue.has(root)) return;
  overdue.add(root);
  queueMicrotask(() => {
    overdue.delete(root);
    const elements = elementsOf.get(root);
    if (!elements) return;
    const labels = new Map();
    for (const label of root.querySelectorAll("label")) {
      const { control } = label;
      if (elements.has(control)) labels.set(control, [...(labels.get(control) ?? []), label]);
    }
    for (const element of elements) named(element, nameAndDescription(element, labels.get(element) ?? []));
  });
}

// By the steps of https://www.w3.org/TR/accname-1.2/#mapping_additional_nd_te. The name is from the targets of
// `aria-labelledby`, `aria-label`, labels or `title`; the description is from the targets of `aria-describedby`,
// `aria-description` or `title`. Server-rendered elements have the description in `data-description`: in an ARIA
// attribute it would describe the element, but the focus is on a part of it.
function nameAndDescription(element, labels) {
  const name = labelledBy(element, labels);
  const description = pointed(element, "aria-describedby") || own(element, "aria-description") || own(element, "data-description");
  const title = own(element, "title");
  return [name || title, description || (name ? title : "")];
}

// The name of an element with these labels, or an empty text.
export const nameOf = (element, labels) => labelledBy(element, labels) || own(element, "title");

const labelledBy = (element, labels) => pointed(element, "aria-labelledby") || own(element, "aria-label") || wordsOf(labels, element);
const own = (element, attribute) => element.getAttribute(attribute)?.trim() ?? "";

function pointed(element, attribute) {
  const ids = element.getAttribute(attribute)?.split(/\s+/).filter(Boolean) ?? [];
  ids.forEach((id) => pointedTo.add(id));
  return wordsOf(ids.map((id) => element.getRootNode().getElementById?.(id)).filter(Boolean), element);
}

function wordsOf(nodes, element) {
  return nodes.map((node) => inside(node, element)).join(" ").trim().replace(/\s+/g, " ");
}

// The text alternative of a node, without hidden content and without the element that it names.
function words(node, element) {
  if (node.nodeType === Node.TEXT_NODE) return node.data;
  if (node.nodeType !== Node.ELEMENT_NODE || node === element) return "";
  const { display, visibility } = getComputedStyle(node);
  if (display === "none" || visibility === "hidden" || node.getAttribute("aria-hidden") === "true") return "";
  const given = node.getAttribute("aria-label")?.trim() || node.alt;
  const text = given || inside(node, element);
  return display.startsWith("inline") ? text : ` ${text} `;
}

function inside(node, element) {
  const nodes = node.localName === "slot" ? node.assignedNodes() : node.childNodes;
  return [...nodes].map((one) => words(one, element)).join("");
}

// The language of an element: that of the nearest ancestor with a `lang`, across shadow roots.
export function languageOf(element) {
  for (let node = element; node; node = node.getRootNode().host) {
    const ancestor = node.closest("[lang]");
    if (ancestor) return ancestor.lang;
  }
  return "";
}

// The direction of an element.
export function directionOf(element) {
  return element.matches(":dir(rtl)") ? "rtl" : "ltr";
}
