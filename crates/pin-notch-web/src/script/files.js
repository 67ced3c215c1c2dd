// The files chosen in native controls. A script cannot choose files, but it can put back those that somebody has chosen
// before, as undo does.

// By text: the files.
const chosen = new Map();

const isSame = (one, other) => one.length === other.length
  && one.every((file, at) => ["name", "size", "type", "lastModified"].every((what) => file[what] === other[at][what]));

// The names of files, as a single text. Other files with the same names, as phones give to all of their pictures, are
// told apart by a number.
export function textOf(list) {
  const files = [...list], names = files.map(({ name }) => name).join(", ");
  let text = names;
  for (let number = 2; chosen.has(text) && !isSame(chosen.get(text), files); number++) text = `${names} (${number})`;
  if (files.length > 0) chosen.set(text, files);
  return text;
}

// Puts back the files with this text; none if it is empty.
export function putFiles(element, text) {
  const files = text === "" ? [] : chosen.get(text);
  if (!files) return;
  const transfer = new DataTransfer();
  for (const file of files) transfer.items.add(file);
  element.files = transfer.files;
}
