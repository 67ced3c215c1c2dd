//! The page "Hive inspection", drawn by the same code that draws the live controls.

use super::exhibits::{self, Exhibit};
use super::inspection;
use pin_notch::{AttributeKind, ControlKind, Form};
use pin_notch_html::{Looks, element_html, escaped, tag_of};
use serde_json::json;

/// Makes the browser load script and module at the same time, instead of one after the other.
pub(super) const PRELOADS: &str = "<link rel=\"modulepreload\" href=\"/pin-notch.js\">
<link rel=\"preload\" href=\"/pin-notch.wasm\" as=\"fetch\" crossorigin>
";

/// The whole page with this content.
pub(super) fn framed(title: &str, content: &str) -> String {
    format!(
        r#"<!doctype html>
<html lang="en-GB">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{title}</title>
<link rel="icon" href="data:,">
<link rel="stylesheet" href="/page.css">
{PRELOADS}</head>
<body>
{content}
</body>
</html>
"#
    )
}

pub(super) fn page() -> String {
    let exhibits = exhibits::exhibits();
    let name =
        |kind: &str| kind.split(' ').next().unwrap_or_default().replace(',', "").to_lowercase();
    let links: String = exhibits
        .iter()
        .map(|(kind, _)| format!("<a href=\"#{}\">{kind}</a> ", name(kind)))
        .collect();
    let sections: String = exhibits
        .iter()
        .map(|(kind, exhibits)| {
            let cards: String = exhibits.iter().map(card).collect();
            format!(
                "<section id=\"{}\"><h2>{kind}</h2>\n<div class=\"cards\">{cards}</div></section>\n",
                name(kind)
            )
        })
        .collect();
    let form = form(&inspection::form());
    let attributes = attributes();
    framed(
        "Hive inspection",
        &format!(
            r##"<script type="module" src="/page.js"></script>
<header><h1>Hive inspection</h1>
<p>Every value on this page comes from one Rust core. Try the controls by pointer and by keyboard.</p>
<nav aria-label="Kinds of controls">{links}<a href="#send">The form</a></nav></header>
<main>
<div class="gallery">
<div class="exhibits">
{sections}</div>
<div class="beside">
<section class="panel" aria-labelledby="properties"><h2 id="properties">Properties</h2>
<p id="chosen">Use a control, or choose one by its name, to change it here.</p>
<div id="fields"></div>
<script type="application/json" id="attributes">{attributes}</script></section>
<section class="panel" aria-labelledby="happened"><h2 id="happened">What happened</h2>
<p>Each attempt, and what came of it. Newest first.</p>
<ol id="turns" tabindex="0" aria-labelledby="happened"></ol></section>
</div>
</div>
{form}
</main>"##
        ),
    )
}

fn looks(label: &str) -> Looks {
    let mut looks = Looks::default();
    label.clone_into(&mut looks.label);
    looks
}

fn card(exhibit: &Exhibit) -> String {
    let Exhibit { id, label, note, control, looks: own_looks } = exhibit;
    let own: Vec<_> =
        [("id", *id), ("data-name", *label)].iter().chain(own_looks.iter()).copied().collect();
    let element = element_html(control, &own, &looks(label));
    let rtl = if exhibit.is_right_to_left() { " dir=\"rtl\"" } else { "" };
    let live = control.value();
    let markup = escaped(&markup(exhibit)).into_owned();
    format!(
        "<div class=\"card\"><label for=\"{id}\">{label}</label>\
         <output for=\"{id}\">{live}</output>\n<div{rtl}>{element}</div>\
         <details><summary>{note}</summary><pre><code>{markup}</code></pre></details></div>\n"
    )
}

/// For the property panel: the attributes of each element, with example values.
fn attributes() -> String {
    let of = |kind: ControlKind| {
        let all = kind.attributes().iter().filter(|one| one.kind != AttributeKind::Options);
        let all = all.map(|attribute| {
            let like = match attribute.kind {
                AttributeKind::Flag => json!(true),
                AttributeKind::Token(tokens) => json!(tokens),
                other => json!(other.like()),
            };
            json!({ "name": attribute.name, "about": attribute.about(), "like": like })
        });
        (tag_of(kind).to_owned(), all.collect())
    };
    let all: serde_json::Map<_, _> = ControlKind::ALL.iter().copied().map(of).collect();
    // Nothing in it may close the script element that contains it.
    json!(all).to_string().replace('<', "\\u003c")
}

/// The shortest markup for the control, as a developer would write it.
fn markup(exhibit: &Exhibit) -> String {
    let definition = exhibit.control.definition();
    let tag = tag_of(definition.kind());
    let mut text = format!("<{tag}");
    let attributes = definition.attributes();
    let own = exhibit.looks.iter().map(|(name, value)| (*name, (*value).to_owned()));
    for (name, value) in attributes.into_iter().chain(own) {
        text.push_str(&match value.as_str() {
            "" => format!(" {name}"),
            plain if plain.chars().all(|c| c.is_ascii_alphanumeric() || "-.:".contains(c)) => {
                format!(" {name}={plain}")
            }
            value => format!(" {name}=\"{value}\""),
        });
    }
    text.push('>');
    let options = definition.options();
    for (at, option) in options.iter().enumerate() {
        if at == 3 && options.len() > 4 {
            text.push_str("\n  …");
            break;
        }
        let value = match option.value == option.text {
            true => String::new(),
            false => format!(" value=\"{}\"", option.value),
        };
        text.push_str(&format!("\n  <option{value}>{}</option>", option.text));
    }
    let end = if options.is_empty() { "" } else { "\n" };
    format!("{text}{end}</{tag}>")
}

fn form(form: &Form) -> String {
    let row = |field: &pin_notch::Field| {
        let (name, label) = (escaped(&field.name), escaped(&field.label));
        let id = format!("form-{name}");
        let own = [("id", id.as_str()), ("data-name", &field.label), ("name", &field.name)];
        let own = if field.is_unsent() { &own[..2] } else { &own[..] };
        let mut control = field.control.clone();
        // Whether it counts is decided by the receiver.
        control.set_fieldset_disabled(false);
        let element = element_html(&control, own, &looks(&field.label));
        let required = match field.control.conditions().required {
            true => " <small>(required)</small>",
            false => "",
        };
        format!(
            "<div class=\"row\"><span><label for=\"{id}\">{label}</label>{required}</span>{element}</div>\n"
        )
    };
    let sets: String = form
        .fieldsets()
        .map(|set| {
            let rows: String = form.fields_in(set).map(row).collect();
            let (name, label) = (escaped(&set.name), escaped(&set.label));
            format!("<fieldset id=\"{name}\"><legend>{label}</legend>\n{rows}</fieldset>\n")
        })
        .collect();
    format!(
        r#"<form action="/inspection" method="post" aria-labelledby="send">
<h2 id="send">Send an inspection</h2>
<p>The same controls check the answer again where it is received.</p>
<div class="fieldsets">{sets}</div>
<p class="buttons"><button>Send</button> <button type="reset">Reset</button>
<label><input type="checkbox" id="skip"> Nothing seen today</label></p>
</form>"#
    )
}
