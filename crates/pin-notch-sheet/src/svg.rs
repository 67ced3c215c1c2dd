//! A form as an SVG picture, which shows what a page shows before anybody touches it.

use crate::page::{NOTHING, Theme};
use crate::sheet::Sheet;
use crate::sketch::{Button, Mark, Sketch};
use crate::text::{are_missing, shown_outputs};
use pin_notch::{Block, Checked, Field, Form, View};
use pin_notch_html::shapes::{BAR, CELL, CHECKBOX, TICK, colour};
use std::fmt::Write;

const WIDTH: f64 = 720.0;
const MARGIN: f64 = 24.0;
/// The horizontal position at which controls begin.
const LEFT: f64 = 240.0;
const LINE: f64 = 30.0;
/// The distance between the lines of a text.
const TEXT_LINE: f64 = 21.0;

struct Colours {
    /// The colours of the page around the form.
    ground: &'static str,
    line: &'static str,
    /// The colours of the controls, as in the live page.
    paper: &'static str,
    ink: &'static str,
    quiet: &'static str,
    accent: &'static str,
}

impl Colours {
    fn new(dark: bool) -> Self {
        let (ground, line) = if dark { ("#171511", "#5b554b") } else { ("#f6f1e7", "#b9b0a2") };
        let of = |name| colour(name, dark).unwrap_or("currentcolor");
        Self {
            ground,
            line,
            paper: of("ground"),
            ink: of("text"),
            quiet: of("quiet"),
            accent: of("accent"),
        }
    }
}

impl Sheet {
    /// The form as SVG, 720 wide. The reader's preference is drawn as light, because a picture cannot
    /// follow it.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context, Theme};
    /// let text = "[[field]]\nname = 'weight'\ncontrol = 'slider'\nlabel = 'Weight'\nunit = 'kg'\n";
    /// let (sheet, _) = Sheet::read(text, Format::Toml, &Context::default());
    /// let svg = sheet.to_svg(&sheet.form(), Theme::Dark);
    /// assert!(svg.starts_with("<svg ") && svg.contains(">50 kg</text>"));
    /// ```
    pub fn to_svg(&self, form: &Form, theme: Theme) -> String {
        let colours = &Colours::new(theme == Theme::Dark);
        let mut picture = Picture { body: String::new(), y: MARGIN, colours, clips: 0 };
        let title = if self.title.is_empty() { "Form" } else { &self.title };
        picture.y += 22.0;
        picture.text(MARGIN, title, "font-size=\"22\" font-weight=\"600\"", colours.ink);
        picture.y += 18.0;
        picture.small(MARGIN, &self.introduction);
        for block in form.layout() {
            match block {
                Block::Field(field) => self.drawn(&mut picture, field),
                Block::Fieldset(set) if form.fieldset_counts(set) => {
                    let own = self.fieldsets.iter().find(|own| own.name == set.name);
                    picture.head(&set.label, own.map_or("", |own| &own.description));
                    form.fields_in(set).for_each(|field| self.drawn(&mut picture, field));
                }
                Block::Fieldset(_) => {}
                Block::Rows(rows) => {
                    let own = self.rows.iter().find(|own| own.name == rows.name);
                    if are_missing(form, rows) {
                        picture.head(&rows.label, own.map_or("", |own| &own.description));
                        picture.small(MARGIN, NOTHING);
                    }
                    for row in 1..=form.row_count(rows) {
                        let described = own.filter(|_| row == 1);
                        let described = described.map_or("", |own| &own.description);
                        picture.head(&rows.title(row).to_string(), described);
                        let fields = form.fields_in_row(rows, row);
                        fields.for_each(|field| self.drawn(&mut picture, field));
                    }
                }
            }
        }
        for (label, text) in shown_outputs(form) {
            picture.y += LINE;
            let ink = colours.ink;
            picture.text(MARGIN, label, "font-weight=\"600\"", ink);
            picture.text(LEFT, &text, "", ink);
            picture.y += 10.0;
        }
        picture.small(MARGIN, &self.closing);
        let height = picture.y + MARGIN;
        format!(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{WIDTH}\" height=\"{height}\" viewBox=\"0 0 {WIDTH} {height}\" \
             font-family=\"system-ui, 'DejaVu Sans', sans-serif\" font-size=\"15\" role=\"img\" aria-label=\"{0}\">\n\
             <title>{0}</title>\n<rect width=\"100%\" height=\"100%\" fill=\"{1}\"/>\n{2}</svg>\n",
            escaped(title),
            colours.ground,
            picture.body
        )
    }

    fn drawn(&self, picture: &mut Picture, field: &Field) {
        if !field.counts() {
            return;
        }
        picture.y += LINE;
        let required = if field.control.conditions().required { " (required)" } else { "" };
        let label = format!("{}{required}", field.label);
        let ink = picture.colours.ink;
        picture.text(MARGIN, &label, "font-weight=\"600\"", ink);
        picture.control(&field.control.view());
        let own = self.fields.iter().find(|own| own.name == field.name);
        picture.small(LEFT, own.map_or("", |own| &own.description));
        picture.y += 10.0;
    }
}

struct Picture<'a> {
    body: String,
    y: f64,
    colours: &'a Colours,
    clips: usize,
}

impl Picture<'_> {
    fn put(&mut self, markup: &str) {
        self.body.push_str(markup);
        self.body.push('\n');
    }

    fn text(&mut self, x: f64, text: &str, how: &str, fill: &str) {
        let y = self.y;
        let text = escaped(text);
        let _ =
            writeln!(self.body, "<text x=\"{x}\" y=\"{y}\" {how} fill=\"{fill}\">{text}</text>");
    }

    /// The title of a group.
    fn head(&mut self, title: &str, description: &str) {
        self.y += 26.0;
        self.text(MARGIN, title, "letter-spacing=\"1\"", self.colours.quiet);
        let (y, line) = (self.y + 8.0, self.colours.line);
        self.put(&format!("<path d=\"M{MARGIN} {y}H{}\" stroke=\"{line}\"/>", WIDTH - MARGIN));
        self.y += 12.0;
        self.small(MARGIN, description);
    }

    /// A text in small print, on as many lines as it needs.
    fn small(&mut self, x: f64, text: &str) {
        // A letter is about half as wide as it is high.
        let wide = ((WIDTH - MARGIN - x) / 6.5) as usize;
        let mut lines: Vec<String> = Vec::new();
        for line in text.lines() {
            lines.push(String::new());
            for word in line.split_whitespace() {
                let last = lines.last_mut().filter(|last| {
                    last.is_empty() || last.chars().count() + 1 + word.chars().count() <= wide
                });
                match last {
                    Some(last) if last.is_empty() => last.push_str(word),
                    Some(last) => {
                        last.push(' ');
                        last.push_str(word);
                    }
                    None => lines.push(word.to_owned()),
                }
            }
        }
        if !lines.is_empty() {
            self.y += 5.0;
        }
        for line in lines {
            self.y += 19.0;
            self.text(x, &line, "font-size=\"13\"", self.colours.quiet);
        }
    }

    fn control(&mut self, view: &View) {
        let ink = self.colours.ink;
        match Sketch::new(view) {
            Sketch::Track { thumbs, filled, readout } => {
                self.track(thumbs, filled);
                self.text(LEFT + 300.0, readout, "", ink);
            }
            Sketch::Icons { icon, lit, readout } => {
                let mut x = LEFT;
                for lit in lit.iter().take(12) {
                    self.icon(x, icon, *lit);
                    x += 26.0;
                }
                self.text(x + 10.0, readout, "", ink);
            }
            Sketch::Toggle { on, caption } => {
                self.toggle(on);
                self.text(LEFT + 58.0, caption, "", ink);
            }
            Sketch::Choices(all) => {
                for (at, (mark, text)) in all.iter().enumerate() {
                    if at > 0 {
                        self.y += 26.0;
                    }
                    match mark {
                        Mark::Checkbox(checked) => self.checkbox(*checked),
                        Mark::Radio(chosen) => self.radio(*chosen),
                    }
                    self.text(LEFT + 30.0, text, "", ink);
                }
            }
            Sketch::Lines { lines, is_prompt, visible, counter } => {
                self.lines(&lines, is_prompt, visible);
                self.text(LEFT + 250.0, counter, "font-size=\"13\"", self.colours.quiet);
            }
            Sketch::Entries { entries, unit, button } => {
                let is_empty = entries.iter().all(|entry| entry.is_prompt);
                let texts: Vec<&str> = entries.iter().map(|entry| &*entry.text).collect();
                let at_end = match button {
                    Button::Steps => "−  +",
                    Button::List | Button::Calendar => "⌄",
                };
                self.field(&format!("{} {unit}", texts.join(" – ")), is_empty, at_end);
            }
            Sketch::Item(text) => self.field(text, false, "‹  ›"),
            Sketch::Fields { text, is_empty } => self.field(&text, is_empty, ""),
        }
    }

    fn track(&mut self, thumbs: &[f64], filled: (f64, f64)) {
        let (y, line, accent) = (self.y - 3.0, self.colours.line, self.colours.accent);
        let at = |share: f64| LEFT + 280.0 * share;
        let (from, to) = (at(filled.0), at(filled.1));
        self.put(&format!("<path d=\"M{LEFT} {y}h280\" stroke=\"{line}\" stroke-width=\"4\"/>"));
        self.put(&format!(
            "<path d=\"M{from:.2} {y}H{to:.2}\" stroke=\"{accent}\" stroke-width=\"4\"/>"
        ));
        for thumb in thumbs {
            let x = at(*thumb);
            let top = y - 20.0;
            self.put(&format!(
                "<path d=\"M{:.2} {top}h14v13l-7 8-7-8z\" fill=\"{accent}\"/>",
                x - 7.0
            ));
        }
    }

    /// An icon, of which this fraction is lit from the left.
    fn icon(&mut self, x: f64, icon: &str, share: f64) {
        let (accent, quiet, y) = (self.colours.accent, self.colours.quiet, self.y);
        self.clips += 1;
        let clip = self.clips;
        // Both kinds of icons are about 20 wide, centered in their place.
        let width = if share == 0.0 { 0.0 } else { 1.5 + 20.0 * share };
        self.put(&format!(
            "<clipPath id=\"lit{clip}\"><rect x=\"{x}\" y=\"{}\" width=\"{width:.2}\" height=\"30\"/></clipPath>",
            y - 22.0
        ));
        let shape = |how: &str| match icon {
            "" => at(x - 0.5, y - 19.0, &format!("<path d=\"{CELL}\" {how}/>")),
            icon => {
                format!(
                    "<text x=\"{}\" y=\"{y}\" font-size=\"20\" text-anchor=\"middle\" {how}>{}</text>",
                    x + 11.5,
                    escaped(icon)
                )
            }
        };
        self.put(&shape(&format!("fill=\"none\" stroke=\"{quiet}\" stroke-width=\"1.5\"")));
        let lit = shape(&format!("fill=\"{accent}\""));
        self.put(&format!("<g clip-path=\"url(#lit{clip})\">{lit}</g>"));
    }

    fn toggle(&mut self, on: bool) {
        let Colours { paper, accent, quiet, .. } = *self.colours;
        let y = self.y - 17.0;
        let (fill, edge, knob, x) = match on {
            true => (accent, accent, paper, LEFT + 24.0),
            false => ("none", quiet, quiet, LEFT + 2.0),
        };
        self.put(&format!("<rect x=\"{LEFT}\" y=\"{y}\" width=\"48\" height=\"24\" rx=\"6\" fill=\"{fill}\" stroke=\"{edge}\" stroke-width=\"2\"/>"));
        let knob = format!("<path d=\"{CELL}\" transform=\"scale(0.83)\" fill=\"{knob}\"/>");
        self.put(&at(x, y + 2.0, &knob));
    }

    fn checkbox(&mut self, checked: Checked) {
        let Colours { paper, accent, quiet, .. } = *self.colours;
        let (fill, edge) = if checked == Checked::Off { ("none", quiet) } else { (accent, accent) };
        let mark = match checked {
            Checked::Off => "",
            Checked::On => TICK,
            Checked::Mixed => BAR,
        };
        self.put(&at(LEFT - 2.0, self.y - 17.5, &format!(
            "<path d=\"{CHECKBOX}\" fill=\"{fill}\" stroke=\"{edge}\" stroke-width=\"1.7\" stroke-linejoin=\"round\"/>\
             <path d=\"{mark}\" fill=\"none\" stroke=\"{paper}\" stroke-width=\"2.4\" stroke-linecap=\"round\" stroke-linejoin=\"round\"/>"
        )));
    }

    fn radio(&mut self, chosen: bool) {
        let Colours { accent, quiet, .. } = *self.colours;
        let edge = if chosen { accent } else { quiet };
        let (x, y) = (LEFT + 10.0, self.y - 5.0);
        self.put(&format!("<circle cx=\"{x}\" cy=\"{y}\" r=\"9\" fill=\"none\" stroke=\"{edge}\" stroke-width=\"1.7\"/>"));
        if chosen {
            self.put(&format!("<circle cx=\"{x}\" cy=\"{y}\" r=\"4.5\" fill=\"{accent}\"/>"));
        }
    }

    /// A text field, with its visible lines.
    fn lines(&mut self, lines: &[&str], is_prompt: bool, visible: u32) {
        let more = f64::from(visible.clamp(1, 12) - 1) * TEXT_LINE;
        self.frame(29.0 + more);
        let fill = if is_prompt { self.colours.quiet } else { self.colours.ink };
        let top = self.y;
        for line in lines.iter().take(visible as usize) {
            self.text(LEFT + 10.0, &cut(line), "", fill);
            self.y += TEXT_LINE;
        }
        self.y = top + more;
    }

    /// The frame of a field, with its characteristic line below.
    fn frame(&mut self, height: f64) {
        let (paper, quiet) = (self.colours.paper, self.colours.quiet);
        let y = self.y - 20.0;
        self.put(&format!("<rect x=\"{LEFT}\" y=\"{y}\" width=\"240\" height=\"{height}\" rx=\"6\" fill=\"{paper}\" stroke=\"{quiet}\"/>"));
        let (y, end) = (y + height - 1.5, LEFT + 236.0);
        self.put(&format!(
            "<path d=\"M{} {y}H{end}\" stroke=\"{quiet}\" stroke-width=\"3\"/>",
            LEFT + 4.0
        ));
    }

    fn field(&mut self, text: &str, empty: bool, at_end: &str) {
        let (ink, quiet) = (self.colours.ink, self.colours.quiet);
        self.frame(29.0);
        self.text(LEFT + 10.0, text.trim_end(), "", if empty { quiet } else { ink });
        self.text(LEFT + 228.0, at_end, "text-anchor=\"end\"", ink);
    }
}

/// The visible part of a line in a field.
fn cut(line: &str) -> String {
    const MOST: usize = 26;
    match line.char_indices().nth(MOST) {
        Some((at, _)) => format!("{}…", &line[..at]),
        None => line.to_owned(),
    }
}

/// Places markup that is drawn around (0, 0).
fn at(x: f64, y: f64, markup: &str) -> String {
    format!("<g transform=\"translate({x} {y})\">{markup}</g>")
}

/// Escapes a text for XML, which cannot contain control characters except line ends and tabs, even if
/// escaped.
fn escaped(text: &str) -> String {
    let allowed = |c: char| !c.is_control() || matches!(c, '\n' | '\t');
    pin_notch_html::escaped(text).chars().map(|c| if allowed(c) { c } else { '\u{fffd}' }).collect()
}
