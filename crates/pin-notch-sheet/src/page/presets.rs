//! Presets on a page: buttons that enter their values, by script or through the receiver of the form.

use crate::sheet::Sheet;
use pin_notch::Form;
use pin_notch_html::escaped;

/// The name of the button that requests a preset; its value is the name of the preset.
const WANTED: &str = "form.preset";

impl Sheet {
    pub(super) fn presets_html(form: &Form) -> String {
        let button = |preset: &pin_notch::Preset| {
            let mut values = form_urlencoded::Serializer::new(String::new());
            for (name, texts) in entries(form, preset) {
                // An empty text leaves a field unchanged.
                let texts = if texts.is_empty() { vec![String::new()] } else { texts };
                values.extend_pairs(texts.iter().map(|text| (&name, text)));
            }
            format!(
                "<button formnovalidate name=\"{WANTED}\" value=\"{}\" data-preset=\"{}\">{}</button>\n",
                escaped(&preset.name),
                escaped(&values.finish()),
                escaped(&preset.label)
            )
        };
        let buttons: String = form.presets().map(button).collect();
        match buttons.is_empty() {
            true => buttons,
            false => format!("<p class=\"row-buttons\">{buttons}</p>\n"),
        }
    }

    /// The body of a form that was sent to apply a preset, with the preset's values; `None` for a body that
    /// was sent to be accepted.
    pub(crate) fn with_preset_applied(&self, form: &Form, body: &[u8]) -> Option<Vec<u8>> {
        let mut sent: Vec<(String, String)> =
            form_urlencoded::parse(body).map(|(name, value)| (name.into(), value.into())).collect();
        let (_, wanted) = sent.iter().find(|(name, _)| name == WANTED)?;
        let preset = form.preset(wanted)?.clone();
        let mut filled = self.form_with(body);
        // Including the fields that follow its values.
        let moved = filled.apply(&preset.name).unwrap_or_default();
        let moved: Vec<String> = moved.into_iter().map(str::to_owned).collect();
        let mut own = entries(form, &preset);
        for name in moved {
            if own.iter().all(|(known, _)| *known != name) {
                own.extend(filled.control(&name).map(|control| (name, control.entries())));
            }
        }
        sent.retain(|(name, _)| name != WANTED && own.iter().all(|(field, _)| field != name));
        for (name, texts) in own {
            sent.extend(texts.into_iter().map(|text| (name.clone(), text)));
        }
        let mut all = form_urlencoded::Serializer::new(String::new());
        Some(all.extend_pairs(sent).finish().into_bytes())
    }
}

/// The fields of a preset, with what each sends for its value.
fn entries(form: &Form, preset: &pin_notch::Preset) -> Vec<(String, Vec<String>)> {
    let one = |(name, value): (&str, &pin_notch::Value)| {
        let mut control = form.control(name)?.clone();
        control.set_value(value.clone()).ok()?;
        Some((name.to_owned(), control.entries()))
    };
    preset.values().filter_map(one).collect()
}
