// The encoding of texts passed to and from a machine: records of fields, as in `ports.rs`.

export const FIELD = "\x1f", RECORD = "\x1e";
const RARE = /[\x1b\x1e\x1f]/;

const escaped = (text) => !RARE.test(text) ? text : String(text).replace(/[\x1b\x1e\x1f]/g, (c) => "\x1b" + String.fromCharCode(c.charCodeAt(0) + 64));

export const unescaped = (text) => text.includes("\x1b") ? text.replace(/\x1b(.)/gs, (_, c) => String.fromCharCode(c.charCodeAt(0) - 64)) : text;

export const record = (...fields) => fields.map(escaped).join(FIELD);

// A record of a list of texts. No text differs from an empty one.
export const listRecord = (texts) => record("v", ...texts);
