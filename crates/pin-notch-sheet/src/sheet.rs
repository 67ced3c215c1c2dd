//! A sheet: the definition of a form, and the form built from it.

mod content;

pub(crate) use content::{
    FieldSheet, FieldsetSheet, InRow, Link, OutputSheet, PartSheet, PresetSheet, RowsSheet, Texts,
};

use crate::tree::{self, Node};
use crate::words;
use pin_notch::{AnyWorld, Date, Decimal, Form, Rows, Rule};
use pin_notch_html::Looks;
use std::collections::HashMap;
use std::fmt;

/// Reads a file named by a sheet, or says why it cannot.
pub type Files<'a> = &'a dyn Fn(&str) -> Result<String, String>;

/// What a sheet depends on besides its own text.
#[derive(Clone, Copy)]
#[non_exhaustive]
pub struct Context<'a> {
    /// Today's date. Without one, fields that refer to it have another initial value.
    pub today: Option<Date>,
    /// Reads the files that it names. By default, there are none.
    pub files: Files<'a>,
}

impl Default for Context<'_> {
    fn default() -> Self {
        let none = &|name: &str| Err(format!("there is no way to read {name} here"));
        Self { today: None, files: none }
    }
}

impl fmt::Debug for Context<'_> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Context").field("today", &self.today).finish_non_exhaustive()
    }
}

/// A form's definition, read from a file.
///
/// ```
/// use pin_notch_sheet::{Format, Sheet, Context};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let text = r#"
/// title = "Hive inspection"
/// [[field]]
/// name = "weight"
/// control = "slider"
/// label = "Hive weight"
/// max = 40
/// step = 0.1
///
/// [[field]]
/// name = "feeder"
/// control = "switch"
/// label = "Feeder"
///
/// [[rule]]
/// holds = "weight >= 10 or feeder"
/// message = "A light hive is fed."
/// "#;
/// let (sheet, found) = Sheet::read(text, Format::Toml, &Context::default());
/// assert!(found.is_empty());
/// let form = sheet.form();
/// assert_eq!(form.read(b"weight=18.4")?.number("weight").map(|n| n.to_string()), Some("18.4".into()));
/// let problems = form.read(b"weight=8").unwrap_err();
/// assert_eq!(problems.to_string(), "Hive weight: A light hive is fed.");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Sheet {
    pub(crate) title: String,
    /// The texts above and below the fields.
    pub(crate) introduction: String,
    pub(crate) closing: String,
    /// Where the form is sent, and what is shown or redirected to after it was accepted.
    pub(crate) action: String,
    pub(crate) thanks: String,
    pub(crate) thanks_page: String,
    pub(crate) lang: String,
    /// The texts of the buttons.
    pub(crate) send: String,
    pub(crate) reset: String,
    /// This button exists only if it has a text.
    pub(crate) clear: String,
    /// Whether the page sends the form without navigating away.
    pub(crate) in_place: bool,
    /// Whether the page stores what was entered until it is accepted.
    pub(crate) keep: bool,
    pub(crate) fields: Vec<FieldSheet>,
    pub(crate) fieldsets: Vec<FieldsetSheet>,
    pub(crate) rows: Vec<RowsSheet>,
    pub(crate) links: Vec<Link>,
    pub(crate) rules: Vec<Rule>,
    pub(crate) outputs: Vec<OutputSheet>,
    pub(crate) presets: Vec<PresetSheet>,
    pub(crate) parts: Vec<PartSheet>,
    pub(crate) texts: HashMap<String, Texts>,
    pub(crate) today: Option<Date>,
    /// Whether an expression refers to today.
    pub(crate) counts_from_today: bool,
    pub(crate) tree: Node,
}

impl Sheet {
    /// The name by which the sheet refers to a field.
    pub(crate) fn written_name(&self, name: &str) -> String {
        let field = self.fields.iter().find(|field| field.name == name);
        field.map_or_else(|| name.to_owned(), FieldSheet::written_name)
    }

    /// The title of the form.
    pub fn title(&self) -> &str {
        &self.title
    }

    /// Whether anything in it depends on the day on which it is read.
    pub fn follows_today(&self) -> bool {
        self.counts_from_today || self.fields.iter().any(|field| field.follows_today)
    }

    /// Where the form is sent; empty if not given.
    pub fn action(&self) -> &str {
        &self.action
    }

    /// The language of its texts, as a BCP 47 tag; "en" by default.
    pub fn lang(&self) -> &str {
        &self.lang
    }

    /// The languages for which it has translations.
    pub fn languages(&self) -> impl Iterator<Item = &str> {
        self.texts.keys().map(String::as_str)
    }

    /// The appearance of a field, such as its label. `None` if there is no such field.
    pub fn looks(&self, name: &str) -> Option<Looks> {
        self.fields.iter().find(|field| field.name == name).map(FieldSheet::looks)
    }

    /// The sheet with the texts of another language, as far as it has them. A region falls back to its
    /// language: `de-AT` to `de`.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context};
    /// let text = r#"
    /// [[field]]
    /// name = "feeder"
    /// control = "switch"
    /// label = "Feeder"
    /// [texts.de.fields.feeder]
    /// label = "Futter"
    /// "#;
    /// let sheet = Sheet::read(text, Format::Toml, &Context::default()).0.in_language("de-AT");
    /// assert_eq!(sheet.form().fields().next().map(|field| field.label.as_str()), Some("Futter"));
    /// assert_eq!(sheet.lang(), "de");
    /// ```
    #[must_use]
    pub fn in_language(mut self, lang: &str) -> Self {
        let base = lang.split('-').next().unwrap_or(lang);
        let Some(lang) = [lang, base].into_iter().find(|lang| self.texts.contains_key(*lang))
        else {
            return self;
        };
        let texts = self.texts[lang].clone();
        self.lang = lang.to_owned();
        self.title = texts.title.unwrap_or(self.title);
        self.introduction = texts.introduction.unwrap_or(self.introduction);
        self.closing = texts.closing.unwrap_or(self.closing);
        self.thanks = texts.thanks.unwrap_or(self.thanks);
        self.send = texts.send.unwrap_or(self.send);
        self.reset = texts.reset.unwrap_or(self.reset);
        self.clear = texts.clear.unwrap_or(self.clear);
        for field in &mut self.fields {
            let name = field.written_name();
            for (word, text) in texts.fields.get(&name).into_iter().flatten() {
                match word.as_str() {
                    "label" => field.label.clone_from(text),
                    words::DESCRIPTION if !words::has_description(field.definition.kind()) => {
                        field.description.clone_from(text);
                    }
                    _ => sound(field.definition.set_attribute(word, Some(text))),
                }
            }
            let of_list = field.list.as_ref().and_then(|list| texts.lists.get(list));
            let own = texts.options.get(&name);
            if of_list.or(own).is_none() {
                continue;
            }
            let mut options = field.definition.options();
            for option in &mut options {
                let text =
                    [own, of_list].into_iter().flatten().find_map(|all| all.get(&option.value));
                if let Some(text) = text {
                    option.text.clone_from(text);
                }
            }
            sound(field.definition.set_options(&options));
        }
        for rows in &mut self.rows {
            for (word, text) in texts.fields.get(&rows.name).into_iter().flatten() {
                match word.as_str() {
                    "label" => rows.label.clone_from(text),
                    words::DESCRIPTION => rows.description.clone_from(text),
                    _ => rows.add.clone_from(text),
                }
            }
        }
        for fieldset in &mut self.fieldsets {
            let own = [&mut fieldset.legend, &mut fieldset.description];
            for (own, text) in
                own.into_iter().zip(texts.fieldsets.get(&fieldset.name).into_iter().flatten())
            {
                if let Some(text) = text {
                    own.clone_from(text);
                }
            }
        }
        for output in &mut self.outputs {
            let Some((label, sentence)) = texts.outputs.get(&output.name) else { continue };
            output.label = label.clone().unwrap_or_else(|| output.label.clone());
            output.sentence = sentence.clone().unwrap_or_else(|| output.sentence.clone());
        }
        for part in &mut self.parts {
            if let Some(title) = texts.parts.get(&part.name) {
                part.title.clone_from(title);
            }
        }
        for preset in &mut self.presets {
            if let Some(label) = texts.presets.get(&preset.name) {
                preset.label.clone_from(label);
            }
        }
        for rule in &mut self.rules {
            if let Some(message) = texts.messages.get(&rule.message) {
                rule.message.clone_from(message);
            }
        }
        self
    }

    /// The form, without anything that was wrong in the sheet.
    pub fn form(&self) -> Form {
        self.form_in(&AnyWorld::default())
    }

    /// The form, with numbers and dates as this world writes them.
    pub fn form_in(&self, world: &AnyWorld) -> Form {
        let mut form = Form::new();
        let mut begun = 0;
        for field in &self.fields {
            if let Some(rows) = field.row.as_ref().and_then(|_| self.rows.get(begun))
                && field.name == rows.name_in(1, &rows.fields[0])
            {
                let mut counter = sound(Rows::control(rows.least, rows.most).map(Some));
                if let Some(counter) = &mut counter {
                    let start = Decimal::from(rows.start);
                    let _ = counter.set_value(start.into());
                    form = sound(form.with(&rows.name, &rows.label, counter.clone()));
                }
                begun += 1;
            }
            let (control, _) = field.control(self.today, world);
            form = sound(form.with(&field.name, &field.label, control));
            if field.unsent {
                form = sound(form.unsent(&field.name));
            }
        }
        for rows in &self.rows {
            let fields: Vec<&str> = rows.fields.iter().map(String::as_str).collect();
            sound(form.add_rows(&rows.name, &rows.label, rows.least..=rows.most, &fields));
        }
        for link in &self.links {
            form = sound(form.link(&link.from, &link.to, link.conversion, link.one_way));
        }
        for rule in &self.rules {
            form = sound(form.rule(rule.clone()));
        }
        for fieldset in &self.fieldsets {
            let fields: Vec<&str> = fieldset.fields.iter().map(String::as_str).collect();
            form = sound(form.with_fieldset(&fieldset.name, &fieldset.legend, &fields));
            if fieldset.disabled {
                // It exists unless it had errors, in which case there is nothing to disable.
                let _ = form.set_fieldset_disabled(&fieldset.name, true);
            }
        }
        for output in &self.outputs {
            let sentence = output.sentence.clone();
            form = sound(form.with_output(&output.name, &output.label, sentence));
        }
        for preset in &self.presets {
            let values = preset.values.iter().map(|(name, value)| (name.as_str(), value.clone()));
            sound(form.add_preset(&preset.name, &preset.label, &values.collect::<Vec<_>>()));
        }
        for field in &self.fields {
            if let Some(condition) = &field.only_if {
                form = sound(form.only_if(&field.name, condition.clone()));
            }
        }
        for field in &self.fields {
            for (option, condition) in &field.options_if {
                form = sound(form.option_only_if(&field.name, option, condition.clone()));
            }
        }
        for rows in &self.rows {
            if let Some(condition) = &rows.only_if {
                let names = rows.all_names();
                let names: Vec<&str> = names.iter().map(String::as_str).collect();
                sound(form.add_condition(&names, condition.clone()));
            }
        }
        for fieldset in &self.fieldsets {
            if let Some(condition) = &fieldset.only_if {
                form = sound(form.fieldset_only_if(&fieldset.name, condition.clone()));
            }
        }
        form
    }

    /// The sheet as JSON text, with every digit.
    pub fn to_json(&self) -> String {
        tree::to_json(&self.tree) + "\n"
    }

    /// The sheet as TOML.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context};
    /// let json = r#"{"title":"Hive","field":[{"name":"weight","control":"slider","label":"Weight","step":0.10}]}"#;
    /// let (sheet, _) = Sheet::read(json, Format::Json, &Context::default());
    /// let toml = sheet.to_toml();
    /// assert!(toml.contains("step = 0.10"));
    /// let (again, _) = Sheet::read(&toml, Format::Toml, &Context::default());
    /// assert_eq!(again.to_json(), sheet.to_json());
    /// ```
    pub fn to_toml(&self) -> String {
        tree::to_toml(&self.tree)
    }
}

/// It was checked when the sheet was read.
fn sound<T: Default, E: fmt::Debug>(made: Result<T, E>) -> T {
    debug_assert!(made.is_ok(), "{:?}", made.err());
    made.unwrap_or_default()
}
