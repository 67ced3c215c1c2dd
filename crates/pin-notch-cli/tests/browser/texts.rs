//! Text fields: validated like the browser's own, typed into, counted and sent.

use crate::support::{Page, with_page};
use fantoccini::key::Key;
use pin_notch_any::{NO_PATTERNS, PATTERNS};
use serde_json::json;

/// The problems of a native field with these attributes and this text, and those of ours.
const BOTH: &str = "(attributes, text) => {
    const lines = attributes.some(([name]) => name === 'rows');
    const make = (tag) => {
      const made = document.createElement(tag);
      for (const [name, value] of attributes) made.setAttribute(name, value);
      document.body.append(made);
      made.value = text;
      const found = ['valueMissing', 'typeMismatch', 'patternMismatch'].filter((state) => made.validity[state]);
      const result = [made.value, ...found].join(' ');
      made.remove();
      return result;
    };
    return [make(lines ? 'textarea' : 'input'), make('notch-text')];
  }";

async fn differences(page: &Page, cases: &serde_json::Value) -> String {
    page.get(&format!(
        "{cases}.map(([attributes, text]) => [attributes, text, ...({BOTH})(attributes, text)])
           .filter(([,, theirs, ours]) => theirs !== ours).map((one) => JSON.stringify(one)).join('\\n')"
    ))
    .await
}

#[test]
fn texts_are_validated_like_the_browsers_own() {
    with_page(async |page| {
        let pattern = |pattern: &str, text: &str| json!([[["pattern", pattern]], text]);
        let of = |kind: &str, text: &str| json!([[["type", kind], ["required", ""]], text]);
        let mut cases: Vec<_> = PATTERNS.iter().map(|(of, text, _)| pattern(of, text)).collect();
        cases.extend(NO_PATTERNS.iter().map(|none| pattern(none, "a")));
        let addresses = [
            "", "a", "a@b", " a@b ", "a@-b", "a@b-", "a@b..c", "a@b@c", "..@x", "a b@c", "a@b.c.d",
            "a\n@b",
        ];
        cases.extend(addresses.map(|text| of("email", text)));
        let urls = [
            "https://apiary.example",
            "apiary.example",
            " mailto:oma@apiary.example",
            "https://",
            "http://a b",
            "h:",
            "https://a:99999",
            "https://[::1]/x",
            "//apiary.example",
            "https://ä.example/ü?q=ß#é",
        ];
        cases.extend(urls.map(|text| of("url", text)));
        cases.extend(["", "+0 12\n3"].map(|text| of("tel", text)));
        cases.extend(["a\r\nb\rc\n", "\n\na", ""].map(|text| json!([[["rows", "2"]], text])));
        assert_eq!(differences(&page, &json!(cases)).await, "");
        // Our own engine has the same results: see the core's tests.
        let matched = format!(
            "{}.filter(([pattern, text, expected]) =>
               new RegExp('^(?:' + pattern + ')$', 'v').test(text) !== expected).map(([pattern]) => pattern).join(' ')",
            json!(PATTERNS)
        );
        assert_eq!(page.get(&matched).await, "");
    });
}

#[test]
fn typed_text_is_counted_kept_and_sent_like_in_html() {
    with_page(async |page| {
        page.show(
            "<form><label for=note>Note</label><notch-text id=note name=note rows=3 minlength=5 maxlength=12 counter></notch-text>
             <label for=mark>Mark</label><notch-text id=mark name=mark pattern='H-[0-9]+' example=H-12></notch-text>
             <textarea name=native></textarea><button>Send</button></form>",
        )
        .await;
        page.run(
            "window.sent = []; document.forms[0].addEventListener('submit', (event) => {
               event.preventDefault(); window.sent.push(new URLSearchParams(new FormData(event.target)).toString()); });",
        )
        .await;
        let part = |host: &str, part: &str| format!("{}.textContent", Page::part(host, part));
        page.focus("#note").await;
        page.write("calm").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get("document.querySelector('#note').value").await, "calm\n");
        assert_eq!(page.get(&part("#note", "[part=counter]")).await, "5 of 12");
        assert_eq!(page.get(&part("#note", "[part=announcement]")).await, "");
        page.press(&[Key::Escape]).await;
        page.write("no queen").await;
        // Text beyond the maximum length is not cut off.
        assert_eq!(page.get(&part("#note", "[part=counter]")).await, "13 of 12");
        assert_eq!(page.get(&part("#note", "[part=problem]")).await, "", "while somebody types");
        page.focus("#mark").await;
        let problem = "Write at most 12 characters; this has 13.";
        assert_eq!(page.get(&part("#note", "[part=problem]")).await, problem);
        assert_eq!(page.get("document.querySelector('#note').validity.tooLong").await, "true");
        page.focus("#note").await;
        page.press(&[Key::Backspace]).await;
        page.focus("#mark").await;
        page.write("12").await;
        page.press(&[Key::Enter]).await;
        let asked = "This does not have the required form; write it like H-12.";
        assert_eq!(page.get(&part("#mark", "[part=problem]")).await, asked);
        assert_eq!(page.get("window.sent.length").await, "0");
        page.run("document.querySelector('#mark').value = 'H-7'; document.querySelector('[name=native]').value = document.querySelector('#note').value;").await;
        page.press(&[Key::Enter]).await;
        let sent = "note=calm%0Ano+quee&mark=H-7&native=calm%0Ano+quee";
        assert_eq!(page.get("window.sent.join()").await, sent);
        assert_eq!(page.tree("#note").await, ["textbox \"Note\" calm\nno quee"]);
    });
}

#[test]
fn fields_have_the_keyboard_that_the_page_asks_for() {
    with_page(async |page| {
        page.run("document.body.innerHTML = '<notch-text id=code autocapitalize=characters enterkeyhint=next></notch-text> <notch-stepper id=mites inputmode=numeric></notch-stepper>';
            window.typing = (element) => { const field = element.shadowRoot.querySelector('[part=input]');
              return ['autocapitalize', 'enterkeyhint', 'inputmode', 'spellcheck'].map((name) => field.getAttribute(name)).join(); }").await;
        let fields = "`${typing(code)} ${typing(mites)}`";
        for (change, now) in [
            ("", "characters,next,, ,,numeric,false"),
            ("code.rows = 3; code.spellcheck = false", "characters,next,,false ,,numeric,false"),
            ("code.removeAttribute('enterkeyhint')", "characters,,,false ,,numeric,false"),
            ("mites.min = 0", "characters,,,false ,,numeric,false"),
            ("mites.removeAttribute('inputmode')", "characters,,,false ,,decimal,false"),
            ("mites.min = -5", "characters,,,false ,,text,false"),
        ] {
            page.run(change).await;
            assert_eq!(page.get(fields).await, now, "{change}");
        }
    });
}
