// Sending a form without leaving the page.

// The time limit for a response, in milliseconds. Files take the time that they need.
const PATIENCE = 60_000;

// What a button says in place of the form, or else the form. (A field named `action` hides the form's property.)
const of = (name, form, submitter) => submitter?.getAttribute(`form${name}`) ?? form.getAttribute(name) ?? "";
const methodOf = (form, submitter) => of("method", form, submitter).toLowerCase();

// Whether nothing is sent, and the dialog around the form is closed.
export const closesDialog = (form, submitter) => methodOf(form, submitter) === "dialog";

// Sends the same data as the browser would. Returns the response; or `errors`, with names and texts, if it
// was refused; or `why`, the reason of a failure.
export async function send(form, submitter) {
  const action = of("action", form, submitter) || location.href;
  if (!URL.canParse(action, document.baseURI)) return { why: `not-taken ${action}` };
  const url = new URL(action, document.baseURI);
  const data = new FormData(form, submitter), isPost = methodOf(form, submitter) === "post";
  const body = of("enctype", form, submitter) === "multipart/form-data" ? data : encoded(data);
  if (!isPost) url.search = encoded(data);
  const hasFiles = body === data && [...data.values()].some(({ size }) => size > 0);
  let answer;
  try {
    const headers = { Accept: "application/problem+json, application/json" };
    answer = await fetch(url, { headers, ...!hasFiles && { signal: AbortSignal.timeout(PATIENCE) }, ...isPost && { method: "POST", body } });
    if (answer.ok) return { answer };
    if (answer.headers.get("Content-Type")?.includes("problem+json")) {
      const errors = await answer.json().then(errorsOf).catch(() => undefined);
      if (errors?.length) return { errors };
    }
  } catch {
    return { why: "unreachable" };
  }
  return { why: `not-taken ${answer.status} ${answer.statusText}`.trim() };
}

// The names of files, and normalized line breaks:
// https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#converting-an-entry-list-to-a-list-of-name-value-pairs
const encoded = (data) => new URLSearchParams([...data].map((pair) => pair.map((one) => (one.name ?? one).replace(/\r\n?|\n/g, "\r\n"))));

// Problem details, https://www.rfc-editor.org/rfc/rfc9457: each error with a pointer to its member, or else the
// problem as a whole. What says nothing is left out.
function errorsOf({ errors, detail, title }) {
  const whole = detail || title;
  const all = errors?.length ? errors : [{}];
  return all.map(({ pointer = "", detail = whole }) => [decoded(pointer), detail]).filter(([, text]) => text);
}

function decoded(pointer) {
  const plain = (token) => decodeURIComponent(token).replaceAll("~1", "/").replaceAll("~0", "~");
  const [name = "", row, field] = pointer.split("/").slice(1).map(plain);
  // A member of a list of objects is a field of a row. Rows are counted from 1.
  return field === undefined ? name : `${name}.${Number(row) + 1}.${field}`;
}
