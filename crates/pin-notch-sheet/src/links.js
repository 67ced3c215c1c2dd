// Lets the fields of LINKS follow each other in the live page, as the form does where it is received.
const numbers = (texts) => {
  const parts = texts.map((text) => text.split("."));
  const places = Math.max(...parts.map(([, part = ""]) => part.length));
  return [parts.map(([whole, part = ""]) => BigInt(whole + part.padEnd(places, "0"))), places];
};
// Where a number is in the other range, to twelve digits more than were given. Whole numbers, so nothing is rounded
// on the way; the control takes the nearest value it can hold.
const MORE = 12;
const converted = (text, from, to) => {
  const [[value, a, b, c, d], places] = numbers([text, ...from, ...to]);
  const line = (c * (b - a) + (value - a) * (d - c)) * 10n ** BigInt(MORE) / (b - a);
  const digits = String(line < 0n ? -line : line).padStart(places + MORE + 1, "0");
  const point = digits.length - places - MORE;
  const part = digits.slice(point).replace(/0+$/, "");
  return `${line < 0n ? "-" : ""}${digits.slice(0, point)}${part && "."}${part}`;
};
const follow = (event) => {
  for (const { from, to, ranges } of LINKS) {
    const [source, target] = [from, to].map((id) => document.getElementById(id));
    if (event.target !== source || !target) continue;
    if (/switch|box/.test(source.type)) target.checked = source.checked;
    else target.value = ranges && source.value !== "" ? converted(source.value, ...ranges) : source.value;
  }
};
document.addEventListener("input", follow);
document.addEventListener("change", follow);
