// Sanitizes a page's own icon: keeps only the drawing, and nothing that executes, links or loads.

const DRAWN = new Set("svg g path circle ellipse rect line polyline polygon defs clipPath mask linearGradient radialGradient stop pattern symbol use title desc".split(" "));
const SVG = "http://www.w3.org/2000/svg";

// The markup of the first SVG inside an element, or "".
export function iconOf(element) {
  const found = element.querySelector("svg");
  if (!found) return "";
  const icon = found.cloneNode(true);
  for (const node of [icon, ...icon.querySelectorAll("*")]) {
    if (node.namespaceURI !== SVG || !DRAWN.has(node.localName)) { node.remove(); continue; }
    for (const { name, value } of [...node.attributes]) {
      const leadsOut = /href$/i.test(name) ? !value.trim().startsWith("#") : /url\((?!\s*['"]?#)/i.test(value);
      if (/^on|^style$/i.test(name) || leadsOut) node.removeAttribute(name);
    }
  }
  return icon.outerHTML;
}
