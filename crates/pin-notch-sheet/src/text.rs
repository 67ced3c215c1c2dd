//! A form as plain text, for a terminal or an e-mail.

use crate::page::NOTHING;
use crate::sheet::Sheet;
use crate::sketch::{Button, Mark, Sketch};
use pin_notch::{Block, Checked, English, Field, Form, Rows, View};

/// The width of tracks in characters.
const TRACK: usize = 24;

impl Sheet {
    /// The form as lines of text. Required fields are marked with a star.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context};
    /// let text = "title = 'Hive'\n[[field]]\nname = 'weight'\ncontrol = 'slider'\nlabel = 'Weight'\n";
    /// let (sheet, _) = Sheet::read(text, Format::Toml, &Context::default());
    /// assert_eq!(sheet.to_text(&sheet.form()), "Hive\n\n  Weight  [===========|------------] 50\n");
    /// ```
    pub fn to_text(&self, form: &Form) -> String {
        let wide = form.fields().map(|field| label(field).chars().count());
        let wide = wide.chain(form.outputs().map(|output| output.label.chars().count()));
        let wide = wide.max().unwrap_or(0);
        let mut blocks = Vec::new();
        for text in [&self.title, &self.introduction] {
            blocks.push(format!("{text}\n"));
        }
        let mut alone = String::new();
        for block in form.layout() {
            match block {
                Block::Field(field) => alone.push_str(&self.rows([field].into_iter(), wide)),
                Block::Rows(rows) => {
                    blocks.push(std::mem::take(&mut alone));
                    let own = self.rows.iter().find(|own| own.name == rows.name);
                    let described = own.map(|own| indented(&own.description)).unwrap_or_default();
                    if are_missing(form, rows) {
                        blocks.push(format!("{}\n{described}  {NOTHING}\n", rows.label));
                        continue;
                    }
                    for row in 1..=form.row_count(rows) {
                        let described = if row == 1 { &*described } else { "" };
                        let fields = self.rows(form.fields_in_row(rows, row), wide);
                        blocks.push(format!("{}\n{described}{fields}", rows.title(row)));
                    }
                }
                Block::Fieldset(set) => {
                    blocks.push(std::mem::take(&mut alone));
                    if form.fieldset_counts(set) {
                        let own = self.fieldsets.iter().find(|own| own.name == set.name);
                        let described =
                            own.map(|own| indented(&own.description)).unwrap_or_default();
                        let rows = self.rows(form.fields_in(set), wide);
                        blocks.push(format!("{}\n{described}{rows}", set.label));
                    }
                }
            }
        }
        blocks.push(alone);
        let line = |(label, text)| format!("  {label:wide$}  {text}").trim_end().to_owned() + "\n";
        let outputs: String = shown_outputs(form).map(line).collect();
        if !outputs.is_empty() {
            blocks.push(outputs);
        }
        blocks.push(format!("{}\n", self.closing));
        blocks.retain(|block| !block.trim().is_empty());
        blocks.join("\n")
    }

    fn rows<'a>(&self, fields: impl Iterator<Item = &'a Field>, wide: usize) -> String {
        let mut text = String::new();
        for field in fields.filter(|field| field.counts()) {
            for (at, line) in drawn(&field.control.view()).iter().enumerate() {
                let label = if at == 0 { label(field) } else { String::new() };
                text.push_str(format!("  {label:wide$}  {line}").trim_end());
                text.push('\n');
            }
            let own = self.fields.iter().find(|own| own.name == field.name);
            for line in own.into_iter().flat_map(|own| own.description.lines()) {
                text.push_str(&format!("  {:wide$}  {line}\n", ""));
            }
        }
        text
    }
}

/// Whether there could be rows, but are none.
pub(crate) fn are_missing(form: &Form, rows: &Rows) -> bool {
    form.row_count(rows) == 0 && form.field(&rows.name).is_some_and(Field::counts)
}

/// A text on lines of its own, indented by two spaces.
fn indented(text: &str) -> String {
    text.lines().map(|line| format!("  {line}\n")).collect()
}

fn label(field: &Field) -> String {
    let star = if field.control.conditions().required { " *" } else { "" };
    format!("{}{star}", field.label)
}

/// A control, on one or more lines.
fn drawn(view: &View) -> Vec<String> {
    let one = match Sketch::new(view) {
        Sketch::Track { thumbs, filled, readout } => format!("{} {readout}", track(thumbs, filled)),
        Sketch::Icons { lit, readout, .. } => {
            let icon = |lit: &f64| match lit {
                0.0 => '·',
                1.0 => '●',
                _ => '◐',
            };
            format!("{} {readout}", lit.iter().take(60).map(icon).collect::<String>())
        }
        Sketch::Toggle { on, caption } => {
            format!("{} {caption}", if on { "(  ●)" } else { "(●  )" })
        }
        Sketch::Choices(all) => {
            return all.iter().map(|(is, text)| format!("{} {text}", mark(is))).collect();
        }
        Sketch::Lines { lines, counter, .. } => {
            let mut lines: Vec<String> = lines.into_iter().map(framed).collect();
            if lines.is_empty() {
                lines.push(framed(""));
            }
            if let Some(last) = lines.last_mut().filter(|_| !counter.is_empty()) {
                *last = format!("{last} {counter}");
            }
            return lines;
        }
        Sketch::Entries { entries, unit, button } => {
            let all: Vec<String> = entries.iter().map(|entry| framed(&entry.text)).collect();
            let button = match button {
                Button::List => "v",
                Button::Steps | Button::Calendar => "",
            };
            format!("{} {unit}{button}", all.join(" - "))
        }
        Sketch::Item(text) => format!("< {text} >"),
        Sketch::Fields { text, .. } => format!("[{text}]"),
    };
    vec![one]
}

/// The outputs with their labels. An empty one without a label is left out.
pub(crate) fn shown_outputs(form: &Form) -> impl Iterator<Item = (&str, String)> {
    let shown = form.outputs().map(|output| {
        let text = form.output_text(&output.name, &English).unwrap_or_default();
        (output.label.as_str(), text)
    });
    let shown = shown.filter(|(label, text)| !label.is_empty() || !text.is_empty());
    shown.map(|(label, text)| (label, if text.is_empty() { NOTHING.to_owned() } else { text }))
}

fn mark(mark: &Mark) -> &'static str {
    match mark {
        Mark::Checkbox(Checked::On) => "[x]",
        Mark::Checkbox(Checked::Off) => "[ ]",
        Mark::Checkbox(Checked::Mixed) => "[-]",
        Mark::Radio(true) => "(●)",
        Mark::Radio(false) => "( )",
    }
}

fn framed(text: &str) -> String {
    format!("[{text:10}]")
}

/// A track with its thumbs and its filled part.
fn track(thumbs: &[f64], filled: (f64, f64)) -> String {
    let place = |share: f64| (share * (TRACK - 1) as f64).floor() as usize;
    let thumbs: Vec<usize> = thumbs.iter().map(|thumb| place(*thumb)).collect();
    let filled = place(filled.0)..=place(filled.1);
    let one = |at: usize| match at {
        at if thumbs.contains(&at) => '|',
        at if filled.contains(&at) => '=',
        _ => '-',
    };
    format!("[{}]", (0..TRACK).map(one).collect::<String>())
}
