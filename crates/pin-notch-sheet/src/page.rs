//! A form as an HTML page, which is complete and can be sent without any script. With the script, rules,
//! links, conditions and outputs, which are part of the markup, also work in the page.

mod presets;
mod rows;

pub(crate) use rows::with_rows_changed;

use crate::read::name_of;
use crate::sheet::{PartSheet, Sheet};
use crate::words;
use pin_notch::{
    AnyWorld, Block, English, Expression, Field, Form, Problem, Problems, Values, number_text,
};
use pin_notch_html::{element_html, escaped};

/// The color scheme: light, dark, or the reader's preference.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Theme {
    /// The reader's preference.
    #[default]
    Preferred,
    /// Dark on light.
    Light,
    /// Light on dark.
    Dark,
}

impl Theme {
    pub(crate) fn color_scheme(self) -> &'static str {
        match self {
            Self::Preferred => "light dark",
            Self::Light => "light",
            Self::Dark => "dark",
        }
    }
}

/// The properties of a page besides its form.
#[derive(Clone, Copy, Debug, Default)]
#[non_exhaustive]
pub struct Page<'a> {
    /// Where the form is sent. If empty, the address given by the sheet, or else the page itself.
    pub action: &'a str,
    /// Markup for the head, such as the script of the controls.
    pub head: &'a str,
    /// Markup above the form, such as a choice of languages.
    pub top: &'a str,
    /// Its color scheme.
    pub theme: Theme,
    /// The name under which the browser stores what is entered, if the sheet says `keep`. If empty, it is
    /// stored for the address of the page, including its query.
    pub keep: &'a str,
    /// The problems with what was sent, listed above the form with a link to each field.
    pub problems: Option<&'a Problems>,
    /// What was entered is kept, but its problems are not shown yet.
    pub(crate) quiet: bool,
}

/// Shown in place of a value or of rows, if there are none.
pub(crate) const NOTHING: &str = "–";

const STYLE: &str = include_str!("page.css");

impl Sheet {
    /// The whole page, with the form in its current state. All texts are escaped.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Page, Sheet, Context};
    /// let text = "title = 'Hive'\n[[field]]\nname = 'feeder'\ncontrol = 'switch'\nlabel = 'Feeder'\n";
    /// let (sheet, _) = Sheet::read(text, Format::Toml, &Context::default());
    /// let mut page = Page::default();
    /// page.head = r#"<script type="module" src="/pin-notch.js"></script>"#;
    /// let html = sheet.page(&sheet.form(), &page);
    /// assert!(html.contains("<label for=\"feeder\">Feeder</label>"));
    /// assert!(html.contains("<notch-switch id=\"feeder\" name=\"feeder\""));
    /// ```
    pub fn page(&self, form: &Form, page: &Page) -> String {
        let problem_list = page.problems.filter(|_| !page.quiet).map(problems).unwrap_or_default();
        let fields = self.blocks(form, page);
        let output = |output: &pin_notch::Output| {
            let name = escaped(&output.name);
            let label = match output.label.as_str() {
                "" => String::new(),
                label => format!("<label for=\"{name}\">{}</label>", escaped(label)),
            };
            let of = output.sentence.fields().join(" ");
            let sentence = output.sentence.to_string();
            let sentence = escaped(&sentence);
            let text = form.output_text(&output.name, &English).unwrap_or_default();
            format!(
                "<div class=\"row\"><span>{label}</span><div><output id=\"{name}\" \
                 for=\"{}\" data-text=\"{sentence}\">{}</output></div></div>\n",
                escaped(&of),
                escaped(&text)
            )
        };
        let fields = fields + &form.outputs().map(output).collect::<String>();
        let in_place = if self.in_place { " in-place" } else { "" };
        let thanks = [("thanks", &self.thanks), (words::THANKS_PAGE, &self.thanks_page)];
        let texts = thanks.into_iter().filter(|(_, text)| !text.is_empty());
        let thanks: String =
            texts.map(|(word, text)| format!(" data-{word}=\"{}\"", escaped(text))).collect();
        let keep = match (self.keep, page.keep) {
            (false, _) => String::new(),
            (true, "") => " keep".to_owned(),
            (true, name) => format!(" keep=\"{}\"", escaped(name)),
        };
        let clear = match self.clear.as_str() {
            "" => String::new(),
            // It does nothing without script.
            text => format!(
                " <button type=\"button\" commandfor=\"form\" command=\"--clear\">{}</button>",
                escaped(text)
            ),
        };
        // Enter activates the first submit button, which should send the form rather than change its rows.
        let first = if self.rows.is_empty() && self.presets.is_empty() {
            ""
        } else {
            "<button hidden></button>\n"
        };
        // HTML does not allow it to be empty. Without it, the form is sent to the address of the page.
        let action = match [page.action, &self.action].into_iter().find(|one| !one.is_empty()) {
            Some(address) => format!(" action=\"{}\"", escaped(address)),
            None => String::new(),
        };
        let introduction = paragraphs("text", &self.introduction);
        let closing = paragraphs("text", &self.closing);
        let content = format!(
            "{introduction}<notch-form id=\"form\"{in_place}{keep}{thanks}>\n{problem_list}<form method=\"post\"{action} aria-labelledby=\"title\">\n\
             {first}{}{fields}{}<div data-warnings role=\"status\" hidden></div>\n<div data-status role=\"status\" hidden></div>\n\
             {closing}<p class=\"buttons\"><button>{}</button> <button type=\"reset\">{}</button>{clear}</p>\n</form>\n</notch-form>\n",
            Self::presets_html(form),
            self.rules_and_links(),
            escaped(&self.send),
            escaped(&self.reset),
        );
        self.framed(&content, page)
    }

    /// The fields by layout; each part is a section.
    fn blocks(&self, form: &Form, page: &Page) -> String {
        let layout = form.layout();
        if self.parts.is_empty() {
            return layout.iter().map(|block| self.block(form, block, page)).collect();
        }
        let part = |part: &PartSheet| {
            let own =
                layout.iter().filter(|block| part.blocks.iter().any(|own| own == name_of(block)));
            let own: String = own.map(|block| self.block(form, block, page)).collect();
            // A part without a title is named by its first legend.
            let title = match part.title.as_str() {
                "" => String::new(),
                title => format!("<h2>{}</h2>\n", escaped(title)),
            };
            format!("<section data-part>{title}{own}</section>\n")
        };
        self.parts.iter().map(part).collect()
    }

    fn block(&self, form: &Form, block: &Block, page: &Page) -> String {
        let set = match block {
            Block::Field(field) => return self.row(field, page, false),
            Block::Rows(rows) => return self.rows_html(form, rows, page),
            Block::Fieldset(set) => set,
        };
        let rows: String = form.fields_in(set).map(|field| self.row(field, page, false)).collect();
        let own = self.fieldsets.iter().find(|own| own.name == set.name);
        let disabled = if own.is_some_and(|own| own.disabled) { " disabled" } else { "" };
        let only_if = only_if(own.and_then(|own| own.only_if.as_ref()));
        let legend = escaped(&set.label);
        let description = own.map(|own| paragraphs("hint", &own.description)).unwrap_or_default();
        format!(
            "<fieldset{disabled}{only_if}><legend>{legend}</legend>\n{description}{rows}</fieldset>\n"
        )
    }

    /// A page that shows what was accepted as text: texts of options, numbers with their units.
    pub fn answer(&self, form: &Form, values: &Values, page: &Page) -> String {
        let world = AnyWorld::default();
        // The number of rows is evident from the rows.
        let sent = form.fields().filter(|field| !field.is_unsent() && !field.counts_rows());
        let (mut rows, mut group) = (String::new(), None);
        for (field, value) in sent.filter_map(|field| Some((field, values.get(&field.name)?))) {
            // The fields of a row form a group, and so do those between rows.
            let title = field.row().map(|place| world.message(&place.title()));
            if title != group {
                rows.push_str("</tbody>\n<tbody>\n");
                if let Some(title) = &title {
                    let title = escaped(title);
                    rows.push_str(&format!(
                        "<tr><th colspan=\"2\" scope=\"rowgroup\">{title}</th></tr>\n"
                    ));
                }
                group = title;
            }
            let mut control = field.control.clone();
            // It was accepted by the same control.
            let _ = control.set_value(value.clone());
            let text = match control.text() {
                text if text.is_empty() => NOTHING.to_owned(),
                text => text,
            };
            let lines = escaped(&text).replace('\n', "<br>");
            let label = escaped(&field.label);
            rows.push_str(&format!("<tr><th scope=\"row\">{label}</th><td>{lines}</td></tr>\n"));
        }
        let warnings = match values.warnings() {
            [] => String::new(),
            warnings => {
                let item =
                    |warning: &Problem| format!("<li>{}</li>\n", escaped(&warning.to_string()));
                let items: String = warnings.iter().map(item).collect();
                format!("<div data-warnings><ul>\n{items}</ul></div>\n")
            }
        };
        let thanks = paragraphs("text", &self.thanks);
        let table = format!("<table>\n<tbody>\n{rows}</tbody>\n</table>\n");
        self.framed(&format!("{thanks}{warnings}{table}"), page)
    }

    /// Rules and links for the form element. They are invisible without script.
    fn rules_and_links(&self) -> String {
        let mut all = String::new();
        // A rule or link that applies in each row is written once.
        for rule in self.rules.iter().filter(|rule| rule.row.is_none_or(|row| row == 1)) {
            let told_at = |name: &String| match rule.row {
                None => name.clone(),
                Some(_) => self.written_name(name),
            };
            let field = rule.field.as_ref().map(told_at);
            let field = field.map(|name| format!(" field=\"{}\"", escaped(&name)));
            all.push_str(&format!(
                "<notch-rule hidden holds=\"{}\"{}{}>{}</notch-rule>\n",
                escaped(&rule.holds.to_string()),
                field.unwrap_or_default(),
                if rule.warns { " warns" } else { "" },
                escaped(&rule.message)
            ));
        }
        for field in &self.fields {
            for (option, condition) in &field.options_if {
                all.push_str(&format!(
                    "<span hidden data-of=\"{}\" data-option=\"{}\"{}></span>\n",
                    escaped(&field.name),
                    escaped(option),
                    only_if(Some(condition)),
                ));
            }
        }
        for link in &self.links {
            let range = |name, (low, high)| {
                format!(" {name}-range=\"{},{}\"", number_text(low), number_text(high))
            };
            let ranges = link.ranges.map(|[from, to]| range("from", from) + &range("to", to));
            all.push_str(&format!(
                "<notch-link hidden from=\"{}\" to=\"{}\"{}{}></notch-link>\n",
                escaped(&link.from),
                escaped(&link.to),
                ranges.unwrap_or_default(),
                if link.one_way { " one-way" } else { "" },
            ));
        }
        all
    }

    fn framed(&self, content: &str, page: &Page) -> String {
        let title = escaped(if self.title.is_empty() { "Form" } else { &self.title });
        format!(
            "<!doctype html>\n<html lang=\"{}\">\n<head>\n<meta charset=\"utf-8\">\n\
             <meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n\
             <meta name=\"color-scheme\" content=\"{}\">\n<title>{title}</title>\n\
             <link rel=\"icon\" href=\"data:,\">\n<style>{STYLE}</style>\n{}\n</head>\n<body>\n<main>\n\
             <h1 id=\"title\">{title}</h1>\n{}{content}</main>\n</body>\n</html>\n",
            escaped(&self.lang),
            page.theme.color_scheme(),
            page.head,
            page.top,
        )
    }

    fn row(&self, field: &Field, page: &Page, is_hidden: bool) -> String {
        let problems = page.problems;
        let (name, label) = (escaped(&field.name), escaped(&field.label));
        let mut own = vec![("id", field.name.as_str())];
        if !field.is_unsent() {
            own.push(("name", field.name.as_str()));
        }
        if field.is_conditional() && field.control.conditions().required {
            own.push(("data-required", ""));
        }
        let mut looks = self.looks(&field.name).unwrap_or_default();
        let found = problems.into_iter().flat_map(|problems| &problems.0);
        let own_problems: Vec<_> = found.filter(|problem| problem.name == field.name).collect();
        let shown = own_problems.iter().filter(|_| !page.quiet);
        let words: Vec<String> = shown.map(|problem| problem.invalid.to_string()).collect();
        looks.problem = words.join(" ");
        let mut control = field.control.clone();
        let own_sheet = self.fields.iter().find(|own| own.name == field.name);
        if let (Some(own), Some(_)) = (own_sheet, problems) {
            // A reset restores the values of the sheet, not those that were refused.
            let (start, _) = own.control(self.today, &control.surroundings().world);
            if start.default_value() != control.default_value() {
                looks.entered = Some(control.attribute_text());
                let disabled = control.conditions().fieldset_disabled;
                control = start;
                control.set_fieldset_disabled(disabled);
            }
            let received = own_problems.iter().find_map(|problem| problem.received.as_ref());
            looks.entered = received.cloned().or(looks.entered);
        }
        if field.is_conditional() {
            // Without script it can be filled in, and only the receiver can decide whether it counts.
            control.set_fieldset_disabled(false);
            control.set_required(false);
        }
        if let Some(own) = own_sheet.filter(|own| !own.options_if.is_empty()) {
            // Without script all options can be chosen, and only the receiver can decide whether they were
            // enabled.
            let mut definition = control.definition();
            let mut options = definition.options();
            for option in &mut options {
                option.disabled &= own.options_if.iter().all(|(value, _)| *value != option.value);
            }
            let _ = definition.set_options(&options);
            let _ = control.set_definition(definition);
        }
        looks.hidden = is_hidden;
        let element = element_html(&control, &own, &looks);
        // It is also the element's accessible description.
        let hint = match looks.description.as_str() {
            "" => String::new(),
            text => format!("<p class=\"hint\" aria-hidden=\"true\">{}</p>", escaped(text)),
        };
        let own = self.fields.iter().find(|own| own.name == field.name);
        let only_if = only_if(own.and_then(|own| own.only_if.as_ref()));
        let required = match field.control.conditions().required {
            true => " <small>(required)</small>",
            false => "",
        };
        // For pages without script; the live element shows it itself.
        let wrong: String =
            words.iter().map(|text| format!("<p class=\"wrong\">{}</p>", escaped(text))).collect();
        format!(
            "<div class=\"row\"{only_if}><span><label for=\"{name}\">{label}</label>{required}</span><div>{element}{hint}{wrong}</div></div>\n"
        )
    }
}

/// The attribute that makes content visible only under a condition.
fn only_if(condition: Option<&Expression>) -> String {
    let attribute = |one: &Expression| format!(" data-only-if=\"{}\"", escaped(&one.to_string()));
    condition.map(attribute).unwrap_or_default()
}

/// A text with paragraphs separated by blank lines.
fn paragraphs(class: &str, text: &str) -> String {
    let all = text.split("\n\n").map(str::trim).filter(|paragraph| !paragraph.is_empty());
    let one = |text: &str| format!("<p class=\"{class}\">{}</p>\n", escaped(text));
    all.map(one).collect()
}

/// The problems, each with a link to its field.
fn problems(problems: &Problems) -> String {
    let one = |problem: &Problem| {
        let text = escaped(&problem.to_string()).into_owned();
        match problem.name.as_str() {
            "" => format!("<li>{text}</li>\n"),
            name => format!("<li><a href=\"#{}\">{text}</a></li>\n", escaped(name)),
        }
    };
    let items: String = problems.0.iter().map(one).collect();
    // It receives the focus, so that a screen reader first announces that there is something to correct.
    format!(
        "<div class=\"problems\" data-problems role=\"alert\" tabindex=\"-1\" autofocus><ul>\n{items}</ul></div>\n"
    )
}
