//! Files in a form: chosen, undone, moved with their row, kept in mind and sent.

use crate::form::with_form_in;

const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Frames</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f keep in-place><form method=post action=/accept enctype=multipart/form-data>
<label>Plan <input type=file id=plan name=plan></label>
<fieldset><legend>Frames</legend><input type=hidden name=frames value=2 data-least=0 data-most=2>
<fieldset data-only-if="frames >= 1"><label>Picture <input type=file id=p1 name=frames.1.picture></label><button name=frames.rows value="remove 1">-</button></fieldset>
<fieldset data-only-if="frames >= 2"><label>Picture <input type=file id=p2 name=frames.2.picture></label><button id=up name=frames.rows value="up 2">^</button></fieldset>
</fieldset><button id=send>Send</button></form></notch-form>"#;

/// `chosen` chooses a file of this name with this text, as somebody would; `held` returns the texts of all files.
const SCRIPT: &str = "
  window.choose = (input, name, text) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([text], name, { lastModified: 1 }));
    input.files = transfer.files;
    for (const type of ['input', 'change']) input.dispatchEvent(new Event(type, { bubbles: true }));
  };
  window.held = async () => (await Promise.all([plan, p1, p2].map(({ files }) => files[0]?.text() ?? '-'))).join(' ');";

/// Phones give the same name to all pictures.
#[test]
fn files_stay_with_their_row_and_come_back_with_undo() {
    with_form_in(PAGE, async |page| {
        page.run(SCRIPT).await;
        let held = async || page.get("await held()").await;
        page.run("choose(plan, 'plan.pdf', 'plan'); choose(p1, 'image.jpg', 'first'); choose(p2, 'image.jpg', 'second')").await;
        let json =
            r#"{"plan":"plan.pdf","frames":[{"picture":"image.jpg"},{"picture":"image.jpg (2)"}]}"#;
        assert_eq!(page.get("f.json").await, json);
        page.run("up.click()").await;
        assert_eq!(held().await, "plan second first");
        page.run("document.querySelector('[value=\"remove 1\"]').click()").await;
        assert_eq!(held().await, "plan first -");
        for step in ["plan second first", "plan first second", "plan first -", "plan - -", "- - -"]
        {
            page.run("f.undo()").await;
            assert_eq!(held().await, step);
        }
        page.run("while (f.redo());").await;
        assert_eq!(held().await, "plan first -");
        page.run("f.clear(); f.undo()").await;
        assert_eq!(held().await, "plan first -");
        // A name that nobody has chosen is no file.
        page.run("f.values = { plan: 'other.pdf' }").await;
        assert_eq!(held().await, "plan first -");
        page.run("f.values = { plan: null }").await;
        assert_eq!(held().await, "- first -");
    });
}

#[test]
fn files_of_a_draft_have_to_be_chosen_again() {
    with_form_in(PAGE, async |page| {
        page.run(SCRIPT).await;
        page.run("choose(plan, 'plan.pdf', 'plan'); choose(p1, 'image.jpg', 'first')").await;
        page.client.refresh().await.expect("loaded again");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        let status = "document.querySelector('[data-status]').textContent";
        assert_eq!(
            page.get(status).await,
            "What you entered earlier has been restored. Choose these files again: Plan, Picture."
        );
        assert_eq!(page.get("f.values.plan").await, "null");
    });
}

/// A form is given up if nobody responds in time, but files take as long as the connection needs.
#[test]
fn files_take_the_time_that_they_need() {
    with_form_in(PAGE, async |page| {
        page.run(SCRIPT).await;
        page.run("AbortSignal.timeout = () => AbortSignal.abort()").await;
        let status = "document.querySelector('[data-status]').textContent";
        page.run("send.click()").await;
        page.until(&format!("{status}.startsWith('It could not be sent')")).await;
        page.run("choose(plan, 'plan.pdf', 'plan'); send.click()").await;
        page.until(&format!("{status} === 'It has been sent.'")).await;
    });
}
