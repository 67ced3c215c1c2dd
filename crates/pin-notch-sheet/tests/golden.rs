//! Reviewed output of a sheet with a field of each kind, and of one with everything else: `golden/all.*`
//! and `golden/rest.*`. `PIN_NOTCH_PRINT=1` rewrites the files, for another review.

use pin_notch::Form;
use pin_notch_sheet::{Context, Format, Loss, Page, Severity, Sheet, Theme, from_schema};
use std::path::Path;

fn sheet(text: &str, format: Format) -> Sheet {
    let mut context = Context::default();
    context.today = "2026-05-16".parse().ok();
    let (sheet, found) = Sheet::read(text, format, &context);
    let errors: Vec<_> = found.iter().filter(|one| one.severity == Severity::Error).collect();
    assert!(errors.is_empty(), "{errors:?}");
    sheet
}

fn compare(name: &str, found: &str) {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/golden").join(name);
    if std::env::var_os("PIN_NOTCH_PRINT").is_some() {
        std::fs::write(&path, found).unwrap();
    }
    let written = std::fs::read_to_string(&path).unwrap();
    for (at, (found, written)) in found.lines().zip(written.lines()).enumerate() {
        assert_eq!(found, written, "{}:{}", path.display(), at + 1);
    }
    assert_eq!(found.lines().count(), written.lines().count(), "{}", path.display());
}

/// The page without the contents of elements, which have their own tests.
fn outline(html: &str) -> String {
    let mut pieces = html.split("<template");
    let mut text = pieces.next().unwrap_or_default().to_owned();
    for piece in pieces {
        text.push_str("<template>…</template>");
        text.push_str(piece.split_once("</template>").map_or("", |(_, after)| after));
    }
    let (head, body) = text.split_once("<style>").unwrap();
    format!("{head}<style>…</style>{}", body.split_once("</style>").unwrap().1)
}

/// Compares all output of a sheet before anything is entered.
fn compare_all(name: &str, text: &str) -> (Sheet, Form) {
    let sheet = sheet(text, Format::Toml);
    let form = sheet.form();
    compare(&format!("{name}.txt"), &sheet.to_text(&form));
    compare(&format!("{name}.svg"), &sheet.to_svg(&form, Theme::Light));
    compare(&format!("{name}.html"), &outline(&sheet.page(&form, &Page::default())));
    let (schema, lost) = sheet.to_schema();
    let lost: String = lost.iter().map(|loss| format!("{loss} ({})\n", loss.accepts)).collect();
    let (back, lost_back) = from_schema(&schema).expect("a sheet");
    let described = |loss: &Loss| format!("# {loss} ({})\n", loss.accepts);
    let lost_back: String = lost_back.iter().map(described).collect();
    compare(&format!("{name}.schema.txt"), &format!("{schema}\n{lost}\n{lost_back}{back}"));
    (sheet, form)
}

#[test]
fn all_output_of_a_sheet_is_as_reviewed() {
    let (all, form) = compare_all("all", include_str!("golden/all.toml"));
    // In another language, after a refusal, and in the other format.
    let german = all.clone().in_language("de");
    let body = b"mites=120&visited=2026-05-17&weight=99";
    let problems = german.form().read(body).unwrap_err();
    let mut page = Page::default();
    page.problems = Some(&problems);
    page.action = "/in";
    page.theme = Theme::Dark;
    compare("all.de.html", &outline(&german.page(&german.form_with(body), &page)));
    assert_eq!((german.lang(), german.title()), ("de", "Alles"));
    assert_eq!(all.languages().collect::<Vec<_>>(), ["de"]);
    let json = sheet(&all.to_json(), Format::Json);
    assert_eq!((json.to_text(&form), json.to_toml()), (all.to_text(&form), all.to_toml()));
    let mut good = String::from("weight=10&queen=on&seen=eggs&visited=2026-05-14&closed=&mites=12");
    good.push_str("&outside=10&outside=30&hive=Orchard&opened=");
    let values = form.read(good.as_bytes()).unwrap();
    compare("all.answer.html", &outline(&all.answer(&form, &values, &Page::default())));
}

#[test]
fn the_output_of_rows_parts_and_texts_is_as_reviewed() {
    let (rest, form) = compare_all("rest", include_str!("golden/rest.toml"));
    let german = rest.clone().in_language("de");
    let body = b"house=&keeper=A&sting=2&sting.1.where=hand&sting.2.where=face&sting.2.pain=9&fed=no&honey=7&stay=";
    let problems = german.form().read(body).unwrap_err();
    let mut page = Page::default();
    page.problems = Some(&problems);
    compare("rest.de.html", &outline(&german.page(&german.form_with(body), &page)));
    let json = sheet(&rest.to_json(), Format::Json);
    assert_eq!((json.to_text(&form), json.to_toml()), (rest.to_text(&form), rest.to_toml()));
    let good =
        b"house=barn&keeper=Ada&calm=yes&sting=2&sting.1.where=hand&sting.2.where=face&sting.2.pain=7&fed=yes\
        &note=one%0D%0Atwo&stay=2026-05-16&stay=2026-05-18&next=2026-05-17&combs=brood&syrup=";
    let values = form.read(good).unwrap();
    compare("rest.answer.html", &outline(&rest.answer(&form, &values, &Page::default())));
}

/// The README's list of verbs matches the table. `PIN_NOTCH_PRINT=1` rewrites it.
#[test]
fn the_readme_lists_what_can_be_attempted() {
    let path = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("README.md");
    let readme = std::fs::read_to_string(&path).expect("a README");
    let [begin, end] = ["<!-- verbs -->\n", "<!-- /verbs -->"];
    let (before, rest) = readme.split_once(begin).expect("where it begins");
    let (_, after) = rest.split_once(end).expect("where it ends");
    let row = |verb: &pin_notch_sheet::Verb| {
        format!("| `{}` | {} | {} | `{}` |\n", verb.word, verb.with, verb.about, verb.example)
    };
    let all = pin_notch_sheet::VERBS.iter().chain(pin_notch_sheet::ROW_VERBS);
    let rows: String = all.map(row).collect();
    let table = format!("| word | with | what is done | like |\n|---|---|---|---|\n{rows}");
    let right = format!("{before}{begin}{table}{end}{after}");
    if std::env::var_os("PIN_NOTCH_PRINT").is_some() {
        std::fs::write(path, &right).expect("a written README");
    } else {
        assert_eq!(readme, right);
    }
}
