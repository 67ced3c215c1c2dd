//! `pin-notch draw`: a form as a page, a picture or plain text.

use crate::sheets::Source;
use crate::visible::visible;
use crate::{Failure, say, say_bytes};
use clap::{Args, ValueEnum};
use pin_notch::{Form, Quoted};
use pin_notch_sheet::{Page, Sheet, Theme};
use serde::de::IgnoredAny;
use std::collections::{BTreeMap, BTreeSet};
use std::io::IsTerminal;
use std::path::PathBuf;

/// Draw a sheet's form: as a self-contained page, as a picture, or as plain text.
#[derive(Args)]
#[command(after_help = "Examples:\n  pin-notch draw demo/inspection.toml\n  \
                        pin-notch draw demo/inspection.toml --as html --output inspection.html\n  \
                        pin-notch draw demo/inspection.toml --as png --theme dark --values weight=31.5 > form.png")]
pub(crate) struct Draw {
    /// The sheet
    file: PathBuf,
    /// What to draw; by default given by the extension of the output file, or text
    #[arg(long, value_name = "KIND")]
    r#as: Option<Kind>,
    /// The values of the fields: a body as sent by forms, or JSON; @FILE reads it from a file
    #[arg(long, value_name = "VALUES")]
    values: Option<String>,
    /// The color scheme; by default, a page follows the reader's preference
    #[arg(long, value_name = "THEME")]
    theme: Option<Colours>,
    /// The language of its texts, if the sheet has them
    #[arg(long, value_name = "LANG")]
    lang: Option<String>,
    /// Write to this file instead of standard output
    #[arg(long, short, value_name = "FILE")]
    output: Option<PathBuf>,
}

#[derive(Clone, Copy, PartialEq, Eq, ValueEnum)]
enum Kind {
    Html,
    Svg,
    Png,
    Text,
}

#[derive(Clone, Copy, ValueEnum)]
enum Colours {
    Light,
    Dark,
}

impl Draw {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let sheet = Source::read(&self.file)?.sound_in(self.lang.as_deref(), None)?;
        let form = match self.values.as_deref().map(|values| (values, values.strip_prefix('@'))) {
            None => sheet.form(),
            Some((_, Some(file))) => filled(&sheet, Source::read(file.as_ref())?.text.trim())?,
            Some((values, None)) => filled(&sheet, values)?,
        };
        let theme = match self.theme {
            None => Theme::Preferred,
            Some(Colours::Light) => Theme::Light,
            Some(Colours::Dark) => Theme::Dark,
        };
        let drawn = match self.kind() {
            Kind::Text => sheet.to_text(&form).into_bytes(),
            Kind::Svg => sheet.to_svg(&form, theme).into_bytes(),
            Kind::Html => page(&sheet, &form, theme).into_bytes(),
            Kind::Png => {
                if self.output.is_none() && std::io::stdout().is_terminal() {
                    let what = "a picture cannot be printed to a terminal: give --output FILE, or redirect the output";
                    return Err(Failure::usage(what));
                }
                png(&sheet.to_svg(&form, theme))?
            }
        };
        match &self.output {
            Some(path) => std::fs::write(path, drawn)
                .map_err(|error| Failure::machine(format!("{}: {error}", path.display()))),
            // Plain text is made safe for terminals; the other formats are escaped already.
            None if self.kind() == Kind::Text => say(&String::from_utf8_lossy(&drawn)),
            None => say_bytes(&drawn),
        }
    }

    fn kind(&self) -> Kind {
        let ending = self.output.as_deref().and_then(|path| path.extension()?.to_str());
        let by_name = ending.and_then(|ending| Kind::from_str(ending, true).ok());
        self.r#as.or(by_name).unwrap_or(Kind::Text)
    }
}

/// The form with these values, and a note on standard error about each that it cannot hold.
fn filled(sheet: &Sheet, values: &str) -> Result<Form, Failure> {
    let form = sheet.form();
    let is_json = values.trim_start().starts_with('{');
    let names: BTreeSet<String> = if is_json {
        let why = |error| Failure::usage(format!("--values: not a JSON object: {error}"));
        let members: BTreeMap<String, IgnoredAny> = serde_json::from_str(values).map_err(why)?;
        members.into_keys().collect()
    } else {
        form_urlencoded::parse(values.as_bytes()).map(|(name, _)| name.into_owned()).collect()
    };
    for name in names.iter().filter(|name| form.control(name).is_none()) {
        eprintln!("pin-notch: --values: no field is named {}", Quoted(name));
    }
    let read = match is_json {
        true => form.read_json(values.as_bytes()),
        false => form.read(values.as_bytes()),
    };
    if let Err(problems) = read {
        // A picture may have missing values.
        problems.0.iter().filter(|problem| problem.received.is_some()).for_each(|problem| {
            let message = problem.to_string();
            eprintln!("pin-notch: --values: {}; the nearest value is drawn", visible(&message));
        });
    }
    Ok(sheet.form_with(values.as_bytes()))
}

/// A page that needs no other file: script and WebAssembly are inline.
fn page(sheet: &Sheet, form: &Form, theme: Theme) -> String {
    use base64::prelude::{BASE64_STANDARD, Engine};
    let script = include_str!("../dist/pin-notch-form.js");
    let wasm = BASE64_STANDARD.encode(include_bytes!("../dist/pin-notch-form.wasm"));
    let script = script.replace(
        "new URL(\"pin-notch-form.wasm\",import.meta.url)", // `cargo xtask web` checks that it is there
        &format!("\"data:application/wasm;base64,{wasm}\""),
    );
    let script = script.replace("</script", "<\\/script");
    // HTML does not allow these characters; in the script they only occur in strings.
    let script = script.replace('\u{1e}', "\\x1e").replace('\u{1f}', "\\x1f");
    let save = include_str!("draw/save.js");
    let head = format!(
        "<script type=\"module\">{script}</script>\n<script type=\"module\">{save}</script>"
    );
    let mut page = Page::default();
    (page.head, page.theme) = (&head, theme);
    sheet.page(form, &page)
}

#[cfg(not(feature = "pictures"))]
fn png(_: &str) -> Result<Vec<u8>, Failure> {
    Err(Failure::usage(
        "this command was built without the feature pictures: use draw --as svg, or build it with that feature",
    ))
}

#[cfg(feature = "pictures")]
fn png(svg: &str) -> Result<Vec<u8>, Failure> {
    use resvg::{tiny_skia, usvg};
    let mut options = usvg::Options::default();
    options.fontdb_mut().load_system_fonts();
    let tree = usvg::Tree::from_str(svg, &options).map_err(Failure::machine)?;
    if options.fontdb.is_empty() {
        eprintln!(
            "pin-notch: there is no font on this machine, so the picture has no texts; install one, \
                   such as the package fonts-dejavu-core"
        );
    }
    let size = tree.size().to_int_size();
    let mut pixels = tiny_skia::Pixmap::new(size.width(), size.height())
        .ok_or_else(|| Failure::machine("the picture is too large"))?;
    resvg::render(&tree, tiny_skia::Transform::identity(), &mut pixels.as_mut());
    pixels.encode_png().map_err(Failure::machine)
}
