//! The responses to a sent form.

use super::page::framed;
use pin_notch::{Form, Problems, Values};
use pin_notch_html::escaped;

/// The typed values, as accepted by the controls.
pub(super) fn accepted(form: &Form, values: &Values) -> String {
    let rows: String = form
        .fields()
        .filter(|field| !field.is_unsent())
        .filter_map(|field| Some((field, values.get(&field.name)?)))
        .map(|(field, value)| {
            let (label, name) = (escaped(&field.label), escaped(&field.name));
            format!("<tr><th>{label}</th><td><code>{name}</code></td><td>{value}</td></tr>\n")
        })
        .collect();
    let unknown = match values.unknown() {
        [] => String::new(),
        names => format!(
            "<p>Ignored, because no control has that name: {}.</p>",
            escaped(&names.join(", "))
        ),
    };
    answer(
        "Inspection accepted",
        &format!(
            "<table><tr><th>What</th><th>Name</th><th>Value</th></tr>\n{rows}</table>\n{unknown}"
        ),
    )
}

/// The problems with the values.
pub(super) fn problems(problems: &Problems) -> String {
    let items: String = problems
        .0
        .iter()
        .map(|problem| format!("<li>{}</li>\n", escaped(&problem.to_string())))
        .collect();
    answer("Inspection not accepted", &format!("<ul class=\"problems\">\n{items}</ul>"))
}

/// Why the request could not be read at all.
pub(super) fn refused(why: &str) -> String {
    answer("Inspection not accepted", &format!("<p>{}</p>", escaped(why)))
}

fn answer(title: &str, content: &str) -> String {
    let back = "<p><a href=\"/\">Back to the form</a></p>";
    framed(title, &format!("<main class=\"answer\"><h1>{title}</h1>\n{content}\n{back}</main>"))
}
