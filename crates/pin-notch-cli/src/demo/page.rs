//! The page "Hive inspection", drawn by the same code that draws the live controls.

use super::inspection::{self, Exhibit};
use pin_notch::{Control, Form};
use pin_notch_html::{Looks, element_html, escaped};

/// The whole page around this content.
pub(super) fn framed(title: &str, content: &str) -> String {
    format!(
        r#"<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{title}</title>
<link rel="icon" href="data:,">
<link rel="stylesheet" href="/page.css">
</head>
<body>
{content}
</body>
</html>
"#
    )
}

pub(super) fn page() -> String {
    let sections: String = inspection::exhibits()
        .iter()
        .map(|(kind, exhibits)| {
            let cards: String = exhibits.iter().map(card).collect();
            let class = kind.to_lowercase();
            format!("<section class=\"{class}\"><h2>{kind}</h2>\n<div class=\"cards\">{cards}</div></section>\n")
        })
        .collect();
    let form = form(&inspection::form());
    framed(
        "Hive inspection",
        &format!(
            r#"<script type="module" src="/page.js"></script>
<header><h1>Hive inspection</h1>
<p>Every value on this page comes from one Rust core. Try the controls by pointer and by keyboard.</p></header>
<main>
<div class="exhibits">
{sections}</div>
<aside aria-labelledby="happened"><h2 id="happened">What happened</h2>
<p>Each attempt, and what came of it. Newest first.</p>
<ol id="turns"></ol></aside>
{form}
</main>"#
        ),
    )
}

fn card(exhibit: &Exhibit) -> String {
    let Exhibit { id, label, note, control, icon } = exhibit;
    let mut looks = Looks::default();
    looks.icon = (*icon).to_owned();
    let element = element_html(control, &[("id", id), ("data-name", label)], &looks);
    let rtl = if *id == "rtl" { " dir=\"rtl\"" } else { "" };
    let live = control.value();
    format!(
        "<div class=\"card\"><label for=\"{id}\">{label}</label>\
         <output for=\"{id}\">{live}</output>\n<div{rtl}>{element}</div><small>{note}</small></div>\n"
    )
}

fn form(form: &Form) -> String {
    let row = |field: &pin_notch::Field| {
        let (name, label) = (escaped(&field.name), escaped(&field.label));
        let id = format!("form-{name}");
        let own = [("id", id.as_str()), ("name", &field.name), ("data-name", &field.label)];
        let element = element_html(&field.control, &own, &Looks::default());
        let required = match field.control.conditions().required {
            true => " <small>(required)</small>",
            false => "",
        };
        format!("<div class=\"row\"><label for=\"{id}\">{label}{required}</label>{element}</div>\n")
    };
    let (measured, seen): (Vec<_>, Vec<_>) =
        form.fields().partition(|field| matches!(field.control, Control::Slider(_)));
    let rows = |fields: Vec<&pin_notch::Field>| fields.into_iter().map(row).collect::<String>();
    format!(
        r#"<form action="/inspection" method="post" aria-labelledby="send">
<h2 id="send">Send an inspection</h2>
<p>The same controls check the answer again where it is received.</p>
<div class="fieldsets"><fieldset><legend>Measured</legend>
{}</fieldset>
<fieldset id="seen"><legend>Seen</legend>
{}</fieldset></div>
<p class="buttons"><button>Send</button> <button type="reset">Reset</button>
<label><input type="checkbox" id="skip"> Nothing seen today</label></p>
</form>"#,
        rows(measured),
        rows(seen)
    )
}
