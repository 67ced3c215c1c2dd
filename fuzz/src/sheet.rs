//! The demo's sheet, and the invariants for every sheet.

use pin_notch::{Form, MAX_BODY};
use pin_notch_sheet::{Context, Format, Page, Severity, Sheet, Theme, from_schema, place};

/// The demo's sheet.
pub(crate) const DEMO: &str = include_str!("../../crates/pin-notch-cli/demo/inspection.toml");

const HIVES: &str = include_str!("../../crates/pin-notch-cli/demo/hives.txt");

/// Reads a sheet, and checks that the places of findings are within its text.
pub(crate) fn read(text: &str, format: Format) -> Option<Sheet> {
    let files = |_: &str| Ok(HIVES.to_owned());
    let mut context = Context::default();
    context.files = &files;
    context.today = "2026-05-14".parse().ok();
    let (sheet, found) = Sheet::read(text, format, &context);
    for finding in &found {
        assert!(text.get(finding.span.clone()).is_some(), "{finding:?} stands nowhere");
        let (line, column) = place(text, finding.span.start);
        assert!(line >= 1 && column >= 1 && !finding.message.is_empty());
    }
    found.iter().all(|one| one.severity != Severity::Error).then_some(sheet)
}

thread_local! {
    /// The demo's sheet and its form, which are created only once, because thousands of inputs are tried
    /// per second.
    static SOUND: (Sheet, Form) = {
        let sheet = read(DEMO, Format::Toml).expect("the demo's sheet is sound");
        let form = sheet.form();
        (sheet, form)
    };
}

/// Runs something with the demo's sheet and an untouched form of it.
pub(crate) fn with_demo(what: impl FnOnce(&Sheet, Form)) {
    SOUND.with(|(sheet, form)| what(sheet, form.clone()));
}

/// If a form can be sent, what it sends is read as the same values, as a body and as JSON.
pub(crate) fn sends_what_it_reads(form: &Form) {
    let body = form.urlencoded();
    if !form.problems().is_empty() || body.len() > MAX_BODY {
        return;
    }
    let read = form.read(body.as_bytes());
    let read = read.unwrap_or_else(|problems| panic!("{body} is refused: {problems}"));
    let json = form.read_json(form.to_json().as_bytes());
    let json = json.unwrap_or_else(|problems| panic!("{} is refused: {problems}", form.to_json()));
    assert_eq!(read, json);
}

/// The invariants for a sheet without errors.
pub(crate) fn holds(sheet: &Sheet) {
    let mut form = sheet.form();
    sends_what_it_reads(&form);
    let (schema, _) = sheet.to_schema();
    // The converted sheet may be too long, but never wrong.
    if let Ok((again, _)) = from_schema(&schema) {
        assert!(read(&again, Format::Toml).is_some(), "{again}");
    }
    let toml = read(&sheet.to_toml(), Format::Toml).expect("what it writes is sound");
    assert_eq!(toml.to_toml(), sheet.to_toml());
    let json = read(&sheet.to_json(), Format::Json).expect("what it writes is sound");
    assert_eq!(json.to_json(), sheet.to_json());
    assert!(!sheet.page(&form, &Page::default()).is_empty());
    assert!(sheet.to_svg(&form, Theme::default()).starts_with("<svg"));
    let _ = sheet.to_text(&form);
    let _ = form.submit();
    form.reset();
}
