//! Each control's part of the accessibility tree.

use crate::support::with_page;

/// Each element with the roles, names and values in its part of the tree. (The protocol does not report
/// text values; these are checked below.)
const EXPECTED: [(&str, &str, &[&str]); 17] = [
    ("notch-slider", "max=40 value=18 unit=kg", &["slider \"It\" 18"]),
    ("notch-span-slider", "value=10,30", &["slider \"It, from\" 10", "slider \"It, to\" 30"]),
    ("notch-rating", "value=4", &["slider \"It\" 4"]),
    ("notch-switch", "checked", &["switch \"It\" true"]),
    ("notch-checkbox", "indeterminate", &["checkbox \"It\" mixed"]),
    (
        "notch-checkbox-group",
        "all=All value=oa",
        &[
            "group \"It\"",
            "checkbox \"All\" mixed",
            "checkbox \"Oxalic\" true",
            "checkbox \"Formic\" false",
        ],
    ),
    ("notch-text", "value=calm", &["textbox \"It\" calm"]),
    ("notch-text", "value=calm rows=3", &["textbox \"It\" calm"]),
    (
        "notch-stepper",
        "value=3 unit=mites",
        &["button \"It, less\"", "spinbutton \"It\" 3", "button \"It, more\""],
    ),
    (
        "notch-item-stepper",
        "value=fa",
        &["button \"It, back\"", "spinbutton \"It\" 2", "button \"It, next\""],
    ),
    ("notch-select", "value=oa", &["combobox \"It\" Oxalic", "button \"It, open\""]),
    (
        "notch-date",
        "value=2026-05-14",
        &["combobox \"It\" 2026-05-14", "button \"It, clear\"", "button \"It, open the calendar\""],
    ),
    (
        "notch-date-span",
        "two-fields",
        &["combobox \"It, from\"", "combobox \"It, to\"", "button \"It, open the calendar\""],
    ),
    (
        "notch-month",
        "value=2026-05",
        &["group \"It\"", "spinbutton \"It, year\" 2026", "spinbutton \"It, month\" 5"],
    ),
    ("notch-week", "", &["group \"It\"", "spinbutton \"It, year\" 1", "spinbutton \"It, week\" 1"]),
    (
        "notch-time",
        "value=07:30",
        &["group \"It\"", "spinbutton \"It, hour\" 7", "spinbutton \"It, minute\" 30"],
    ),
    (
        "notch-date-time",
        "value=2026-05-14T07:30",
        &[
            "group \"It\"",
            "spinbutton \"It, year\" 2026",
            "spinbutton \"It, month\" 5",
            "spinbutton \"It, day\" 14",
            "spinbutton \"It, hour\" 7",
            "spinbutton \"It, minute\" 30",
        ],
    ),
];

#[test]
fn each_control_has_its_accessible_role_and_name() {
    with_page(async |page| {
        let mut wrong = Vec::new();
        for (tag, attributes, expected) in EXPECTED {
            let options = match tag {
                "notch-checkbox-group" | "notch-item-stepper" | "notch-select" => {
                    "<option value=oa>Oxalic</option><option value=fa>Formic</option>"
                }
                _ => "",
            };
            page.show(&format!(
                "<label for=it>It</label><{tag} id=it lang=en {attributes}>{options}</{tag}>"
            ))
            .await;
            let found = page.tree("#it").await;
            if found != expected {
                wrong.push(format!("{tag}: {found:?}"));
            }
        }
        assert!(wrong.is_empty(), "{}", wrong.join("\n"));
        let words =
            "[...document.querySelector('#it').shadowRoot.querySelectorAll('[aria-valuetext]')]
            .map((part) => part.getAttribute('aria-valuetext')).join(' ')";
        assert_eq!(page.get(words).await, "2026 May 14 7 30");
    });
}
