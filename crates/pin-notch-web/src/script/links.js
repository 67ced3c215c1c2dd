// Links to fields.

import { watched } from "./around.js";

const decoded = (text) => { try { return decodeURIComponent(text); } catch { return text; } };

// The element that a fragment indicates in one of these roots: https://html.spec.whatwg.org/multipage/browsing-the-web.html#find-a-potential-indicated-element
export function indicated(hash, roots) {
  const id = hash.slice(1);
  return roots.flatMap((root) => [root.getElementById?.(id), root.getElementById?.(decoded(id))]).find(Boolean);
}

// The element of the page to which somebody follows a link.
export function targetOf(event) {
  const link = event.composedPath().find((node) => node.localName === "a");
  if (!link?.hash || link.href.split("#")[0] !== location.href.split("#")[0]) return undefined;
  if (event.ctrlKey || event.metaKey || event.shiftKey || event.altKey || !["", "_self"].includes(link.target) || link.download) return undefined;
  return indicated(link.hash, [link.getRootNode(), document]);
}

// A link to a field focuses it, as for HTML's own fields. It is followed here, because Firefox would take the
// focus away again when it follows it.
export function followToField(event) {
  const field = !event.defaultPrevented && targetOf(event);
  if (!field || !watched().includes(field)) return;
  event.preventDefault();
  location.hash = encodeURIComponent(field.id);
  field.focus();
}
