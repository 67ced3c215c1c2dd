//! Server-rendered elements, live and without script.

use crate::support::with_page;
use pin_notch::{
    Checkbox, Choice, Control, ControlError, ControlKind, Definition, Form, ItemStepper, Select,
    Switch,
};
use pin_notch_any::{definition, mended};
use pin_notch_html::{Looks, element_html};
use proptest::strategy::{Strategy, ValueTree};
use proptest::test_runner::TestRunner;

/// The number of definitions of each kind.
const EACH: usize = 40;

/// Controls that are rare among random ones.
fn rare() -> Result<[Control; 4], ControlError> {
    let options = ["oa", "fa"].map(Choice::from);
    let disabled = [Choice::new("oa", "Oxalic acid").disabled(), Choice::from("fa")];
    let later = ["sugar", "fa"];
    Ok([
        Switch::builder().value("").checked(true).build()?.into(),
        Checkbox::builder().value("").checked(true).build()?.into(),
        ItemStepper::builder().options(disabled).value("oa").build()?.into(),
        Select::builder().options(options).value(later).multiple(true).build()?.into(),
    ])
}

/// Rendered elements, and what a form with each of them sends according to the core.
fn drawn() -> Vec<(String, String)> {
    let mut runner = TestRunner::deterministic();
    let mut all: Vec<Control> = rare().expect("they are right").into();
    for kind in ControlKind::ALL {
        for _ in 0..EACH {
            let definition = definition(*kind).new_tree(&mut runner).expect("a definition");
            all.push(mended(definition.current()));
        }
    }
    let sent = |control: Control| {
        let html = element_html(&control, &[("name", "it")], &Looks::default());
        let form = Form::new().with("it", "It", control).expect("a form");
        (html, form.urlencoded())
    };
    all.into_iter().map(sent).collect()
}

#[test]
fn an_element_sends_the_same_live_without_script_and_in_the_core() {
    with_page(async |page| {
        let all = drawn();
        let html: Vec<&str> = all.iter().map(|(html, _)| html.as_str()).collect();
        let sent = page
            .run(&format!(
                "const lines = (text) => text.replace(/\\r\\n|\\r|\\n/g, '\\r\\n'); // as HTML encodes forms
                 const body = (form) => new URLSearchParams([...new FormData(form)].map((pair) => pair.map(lines))).toString();
                 return {}.map((html) => {{
                   const alive = document.createElement('form');
                   document.body.replaceChildren(alive);
                   alive.setHTMLUnsafe(html);
                   const element = alive.firstElementChild;
                   const still = document.implementation.createHTMLDocument().createElement('form');
                   still.innerHTML = html;
                   return [body(alive), body(still), element.shadowRoot.innerHTML, html];
                 }});",
                serde_json::json!(html)
            ))
            .await;
        let sent = sent.as_array().expect("a list");
        assert_eq!(sent.len(), all.len());
        let wrong: Vec<String> = sent
            .iter()
            .zip(&all)
            .filter(|(bodies, (_, core))| bodies[0] != *core || bodies[1] != *core)
            .map(|(bodies, (html, core))| {
                format!(
                    "{}\ncore {core}\nalive {}\nstill {}\n",
                    html.split("</template>").last().unwrap_or_default(),
                    bodies[0],
                    bodies[1]
                )
            })
            .collect();
        assert!(
            wrong.is_empty(),
            "{} of {}:\n{}",
            wrong.len(),
            all.len(),
            wrong[..wrong.len().min(12)].join("\n")
        );
    });
}

#[test]
fn an_element_is_defined_once_for_each_change() {
    with_page(async |page| {
        let html: String = ControlKind::ALL
            .iter()
            .map(|kind| {
                element_html(&mended(Definition::new(*kind)), &[("name", "it")], &Looks::default())
            })
            .collect();
        // An element asks for this whenever it passes its definition to its machine.
        page.run(&format!(
            "window.html = {}; window.defined = 0; const {{ matches }} = Element.prototype;
             Element.prototype.matches = function (selector) {{
               if (selector === ':disabled' && this.localName.startsWith('notch-')) defined++;
               return matches.call(this, selector);
             }};",
            serde_json::json!(html)
        ))
        .await;
        let all = ControlKind::ALL.len();
        for (change, count) in [
            ("document.body.setHTMLUnsafe(html)", all),
            ("each((one) => { one.required = true; })", all),
            ("each((one) => one.setAttribute('required', ''))", 0),
            ("each((one) => one.setAttribute('disabled', ''))", all),
            ("natives.forEach((one) => { one.disabled = false; })", 0),
            ("document.body.append(...document.body.children)", all),
        ] {
            let counted = format!(
                "const each = (change) => [...document.body.children].forEach(change);
                 const natives = document.querySelectorAll(':is(input, textarea, select)');
                 defined = 0; {change}; await new Promise((done) => setTimeout(done, 50));
                 return `${{defined}} ${{document.querySelectorAll(':is(input, textarea, select):enabled').length}}`;"
            );
            assert_eq!(page.run(&counted).await, format!("{count} 0"), "{change}");
        }
    });
}
