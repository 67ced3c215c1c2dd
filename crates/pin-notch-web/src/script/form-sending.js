// When somebody sends a form: it is checked, and sent in place if its page wants that. Nothing is sent with problems, or
// twice.

import { ignoreSecond } from "./second-click.js";
import { closesDialog, send } from "./send.js";

export class Sending {
  #form;
  #members;
  #isBusy = false;
  // The click that is being handled.
  #clicked;

  // What the form consists of: `parts`, `kept`, `boxes`, `states`; and functions: `began` when it is being sent,
  // `refuse` for what the receiver has refused, `refused` to show why nothing is sent.
  constructor(form, members) {
    this.#form = form;
    this.#members = members;
  }
  listen() {
    const form = this.#form;
    form.addEventListener("submit", (event) => { if (event.target === form.form) this.#check(event); }, true);
    form.addEventListener("submit", (event) => { if (event.target === form.form && !event.defaultPrevented) this.#go(event); });
    form.addEventListener("click", (event) => {
      this.#clicked = event;
      setTimeout(() => { this.#clicked = undefined; });
    });
  }

  #check(event) {
    const { submitter } = event, stop = () => { event.preventDefault(); event.stopImmediatePropagation(); };
    if (!this.#members.parts.isAtEnd && !submitter?.formNoValidate) {
      stop();
      this.#members.parts.goOn();
      return;
    }
    // A dialog can also be closed while the form is being sent.
    const isBusy = this.#isBusy && !closesDialog(this.#form.form, submitter);
    if (!isBusy && (submitter?.formNoValidate || this.#form.reportValidity())) {
      this.#members.began();
      return;
    }
    stop();
    if (isBusy) return;
    // The page scrolls to the summary.
    if (this.#clicked) ignoreSecond(this.#clicked);
    this.#members.refused();
  }
  #go(event) {
    const { kept } = this.#members;
    if (closesDialog(this.#form.form, event.submitter)) return;
    if (!this.#form.hasAttribute("in-place")) {
      kept.sent();
      // Listeners of the page that are called after this one may send it themselves, and may fail.
      setTimeout(() => { if (event.defaultPrevented) kept.notSent(); });
      return;
    }
    event.preventDefault();
    this.#sendNow(event.submitter);
  }
  async #sendNow(submitter) {
    const { boxes, states, refuse, refused } = this.#members, form = this.#form;
    this.#isBusy = true;
    states.add("sending");
    form.say("sending");
    const { values } = form;
    const { answer, errors, why } = await send(form.form, submitter);
    this.#isBusy = false;
    states.delete("sending");
    if (errors) {
      refuse(errors);
      refused();
    } else if (why) form.say(why);
    else {
      form.markAccepted();
      const { thanks, thanksPage } = form.dataset;
      if (thanks) boxes.announce(thanks);
      else form.say("sent");
      if (thanksPage) location.assign(thanksPage);
      form.dispatchEvent(new CustomEvent("accepted", { detail: { values, answer } }));
    }
  }
}
