// A page in a file has no server to send to, so the answers are saved to a file.
const around = document.querySelector("notch-form");
around.querySelector("form").addEventListener("submit", (event) => {
  const { action } = event.target.attributes;
  if (location.protocol !== "file:" || action?.value) return;
  event.preventDefault();
  event.stopPropagation();
  const url = URL.createObjectURL(new Blob([`${around.json}\n`], { type: "application/json" }));
  const name = `${document.title.trim().replace(/[^\p{L}\p{N}]+/gu, "-") || "answers"}.json`;
  Object.assign(document.createElement("a"), { href: url, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
  around.say("saved");
});
