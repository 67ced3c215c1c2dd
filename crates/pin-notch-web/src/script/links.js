// Links to fields.

import { watched } from "./around.js";

// A link to a field focuses it, as for HTML's own fields. It is followed here, because Firefox would take the
// focus away again when it follows it.
export function followToField(event) {
  const link = event.composedPath().find((node) => node.localName === "a");
  if (!link?.hash || event.defaultPrevented || link.href.split("#")[0] !== location.href.split("#")[0]) return;
  const field = watched().find(({ id }) => id !== "" && [id, encodeURIComponent(id)].includes(link.hash.slice(1)));
  const opensElsewhere = event.ctrlKey || event.metaKey || event.shiftKey || event.altKey || !["", "_self"].includes(link.target) || link.download;
  if (!field || opensElsewhere) return;
  event.preventDefault();
  location.hash = link.hash;
  field.focus();
}
