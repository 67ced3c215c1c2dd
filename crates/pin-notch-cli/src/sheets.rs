//! Reading sheets from files, and showing findings in them.

use crate::visible::{visible, visible_with};
use crate::{Failure, cut, json};
use miette::{
    Diagnostic, GraphicalReportHandler, GraphicalTheme, LabeledSpan, MietteError,
    MietteSpanContents, SourceCode, SourceSpan, SpanContents,
};
use pin_notch::{Date, Quoted};
use pin_notch_sheet::{Context, Finding, Format, Severity, Sheet, place};
use serde::Serialize;
use std::fmt;
use std::io::IsTerminal;
use std::ops::Range;
use std::path::{Path, PathBuf};
use std::time::{SystemTime, UNIX_EPOCH};

/// The greatest size of a sheet in bytes, which is enough for several thousand fields.
const MOST: u64 = 32 << 20;

/// A sheet's file.
pub(crate) struct Source {
    pub path: PathBuf,
    pub text: String,
    /// The index at which each line begins.
    lines: Vec<usize>,
}

/// Today's date in UTC.
pub(crate) fn today() -> pin_notch::Date {
    let now = SystemTime::now().duration_since(UNIX_EPOCH).unwrap_or_default();
    let days = i32::try_from(now.as_secs() / 86_400).unwrap_or(0);
    pin_notch::Date::from_days(days).unwrap_or(pin_notch::Date::FIRST)
}

impl Source {
    pub(crate) fn read(path: &Path) -> Result<Self, Failure> {
        let text = text_of(path).map_err(Failure::usage)?;
        let ends = text.match_indices('\n').map(|(at, _)| at + 1);
        let lines = std::iter::once(0).chain(ends).collect();
        Ok(Self { path: path.to_owned(), text, lines })
    }

    /// Reads the sheet and the findings in it. Files that it names are relative to it.
    pub(crate) fn sheet(&self) -> (Sheet, Vec<Finding>) {
        self.sheet_on(today())
    }

    fn sheet_on(&self, today: Date) -> (Sheet, Vec<Finding>) {
        let folder = self.path.parent().unwrap_or(Path::new("")).to_owned();
        let files = move |name: &str| {
            // Sheets may be untrusted, so they can only name files beside them.
            let is_beside = Path::new(name)
                .components()
                .all(|part| matches!(part, std::path::Component::Normal(_)));
            match is_beside {
                true => text_of(&folder.join(name)),
                false => Err(format!("{name} is not beside the sheet")),
            }
        };
        let mut context = Context::default();
        context.today = Some(today);
        context.files = &files;
        Sheet::read(&self.text, Format::of(&self.path.to_string_lossy()), &context)
    }

    /// Reads the sheet; if it has errors, they are shown.
    pub(crate) fn sound(&self) -> Result<Sheet, Failure> {
        self.sound_on(today())
    }

    fn sound_on(&self, today: Date) -> Result<Sheet, Failure> {
        let (sheet, found) = self.sheet_on(today);
        let errors: Vec<_> =
            found.into_iter().filter(|finding| finding.severity == Severity::Error).collect();
        if errors.is_empty() {
            return Ok(sheet);
        }
        errors
            .iter()
            .for_each(|error| eprint!("{}", self.shown(error, std::io::stderr().is_terminal())));
        let count = errors.len();
        let line =
            format!("{}: {count} error{}", self.path.display(), if count == 1 { "" } else { "s" });
        Err(Failure::usage(line))
    }

    /// The sheet in the requested language and on the requested day, if any.
    pub(crate) fn sound_in(&self, lang: Option<&str>, day: Option<Date>) -> Result<Sheet, Failure> {
        let sheet = self.sound_on(day.unwrap_or_else(today))?;
        let Some(lang) = lang else { return Ok(sheet) };
        let base = |lang: &str| lang.split('-').next().unwrap_or_default().to_owned();
        let mut known: Vec<&str> = sheet.languages().chain([sheet.lang()]).collect();
        known.sort_unstable();
        if !known.iter().any(|known| base(known) == base(lang)) {
            let known = known.join(", ");
            let lang = Quoted(lang);
            return Err(Failure::usage(format!(
                "--lang: there are no texts in {lang}; there are {known}"
            )));
        }
        Ok(sheet.in_language(lang))
    }

    /// A finding with the lines concerned.
    pub(crate) fn shown(&self, finding: &Finding, for_people: bool) -> String {
        let colours = for_people && std::env::var_os("NO_COLOR").is_none_or(|set| set.is_empty());
        let theme =
            if colours { GraphicalTheme::unicode() } else { GraphicalTheme::unicode_nocolor() };
        let mut text = String::new();
        let source = Excerpt::of(self, finding.span.clone());
        let shown = Shown { source, finding };
        let handler = GraphicalReportHandler::new_themed(theme).with_width(100).with_links(false);
        match handler.render_report(&mut text, &shown) {
            Ok(()) => text.trim_end().to_owned() + "\n\n",
            Err(_) => format!("{}: {finding}\n", self.path.display()),
        }
    }

    /// A finding as a line of JSON.
    pub(crate) fn json(&self, finding: &Finding) -> String {
        let (line, column) = place(&self.text, finding.span.start);
        let (end_line, end_column) = place(&self.text, finding.span.end);
        json::line(&Told {
            file: &self.path.to_string_lossy(),
            line,
            column,
            end_line,
            end_column,
            severity: finding.severity.word(),
            code: finding.code,
            message: &finding.message,
            help: finding.help.as_deref(),
            text: self.text.get(finding.span.clone()).unwrap_or_default(),
        })
    }
}

/// A finding as JSON.
#[derive(Serialize)]
#[serde(rename_all = "camelCase")]
struct Told<'a> {
    file: &'a str,
    line: usize,
    column: usize,
    end_line: usize,
    end_column: usize,
    severity: &'a str,
    code: &'a str,
    message: &'a str,
    help: Option<&'a str>,
    text: &'a str,
}

/// Removes the byte order mark, which some editors put at the beginning of a text.
pub(crate) fn without_mark(text: String) -> String {
    match text.strip_prefix('\u{feff}') {
        Some(text) => text.to_owned(),
        None => text,
    }
}

fn text_of(path: &Path) -> Result<String, String> {
    use std::io::Read;
    let why = |error: std::io::Error| format!("{}: {error}", path.display());
    let mut bytes = Vec::new();
    let file = std::fs::File::open(path).map_err(why)?;
    file.take(MOST + 1).read_to_end(&mut bytes).map_err(why)?;
    if bytes.len() as u64 > MOST {
        return Err(format!("{}: longer than {MOST} bytes", path.display()));
    }
    let text = String::from_utf8(bytes).map_err(|error| {
        let at = error.utf8_error().valid_up_to();
        format!("{}: not UTF-8 from byte {at} on; save it as UTF-8", path.display())
    })?;
    Ok(without_mark(text))
}

/// The lines around a finding that are shown, so that the output does not grow with the sheet.
struct Excerpt {
    name: String,
    text: String,
    /// The number of lines before the excerpt.
    before: usize,
    /// The place of the finding in the excerpt.
    span: Range<usize>,
}

impl Excerpt {
    fn of(source: &Source, span: Range<usize>) -> Self {
        // With one line before and one after.
        let line_of = |at: usize| source.lines.partition_point(|start| *start <= at) - 1;
        let before = line_of(span.start).saturating_sub(1);
        let after = line_of(span.end.max(span.start)) + 2;
        let start = source.lines[before];
        let end = source.lines.get(after).copied().unwrap_or(source.text.len());
        let text = &source.text[start..end];
        let (text, span) = cut::around(text, span.start - start..span.end.max(span.start) - start);
        let (text, span) = visible_with(&text, span);
        Self { name: source.path.to_string_lossy().into_owned(), text, before, span }
    }
}

impl SourceCode for Excerpt {
    fn read_span<'a>(
        &'a self,
        span: &SourceSpan,
        before: usize,
        after: usize,
    ) -> Result<Box<dyn SpanContents<'a> + 'a>, MietteError> {
        let found = self.text.read_span(span, before, after)?;
        Ok(Box::new(MietteSpanContents::new_named(
            self.name.clone(),
            found.data(),
            *found.span(),
            found.line() + self.before,
            found.column(),
            found.line_count(),
        )))
    }
}

/// A finding in the form that miette shows.
struct Shown<'a> {
    source: Excerpt,
    finding: &'a Finding,
}

impl fmt::Debug for Shown<'_> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        fmt::Debug::fmt(self.finding, f)
    }
}

impl fmt::Display for Shown<'_> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&visible(&self.finding.to_string()))
    }
}

impl std::error::Error for Shown<'_> {}

impl Diagnostic for Shown<'_> {
    fn code<'a>(&'a self) -> Option<Box<dyn fmt::Display + 'a>> {
        Some(Box::new(format!("{}: {}", self.finding.severity.word(), self.finding.code)))
    }
    fn severity(&self) -> Option<miette::Severity> {
        Some(match self.finding.severity {
            Severity::Error => miette::Severity::Error,
            Severity::Remark => miette::Severity::Warning,
        })
    }
    fn help<'a>(&'a self) -> Option<Box<dyn fmt::Display + 'a>> {
        let help = self.finding.help.as_deref()?;
        Some(Box::new(visible(help)))
    }
    fn source_code(&self) -> Option<&dyn miette::SourceCode> {
        Some(&self.source)
    }
    fn labels(&self) -> Option<Box<dyn Iterator<Item = LabeledSpan> + '_>> {
        Some(Box::new([LabeledSpan::new_with_span(None, self.source.span.clone())].into_iter()))
    }
}
