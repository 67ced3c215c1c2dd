//! A reviewed face of each kind of control: `golden/KIND.txt`. `PIN_NOTCH_PRINT=1` rewrites the files, for
//! another review.

use pin_notch::{Choice, Control, ControlKind, Intent, Key, Place};
use pin_notch_html::{Action, Face, Looks, control_of, definition_from, element_html, style_of};
use std::error::Error;
use std::path::Path;

/// The attributes of a control of this kind that fill every part, and the attempts made first.
fn filled(kind: ControlKind) -> (&'static [(&'static str, &'static str)], Vec<Intent<'static>>) {
    let open = |key| vec![Intent::Open, Intent::Key(key)];
    match kind {
        ControlKind::Slider => (
            &[("max", "40"), ("step", "0.5"), ("value", "18.5"), ("unit", "kg")],
            vec![Intent::Press(Place::across(0.5))],
        ),
        ControlKind::SpanSlider => (
            &[("min", "-20"), ("max", "40"), ("value", "10,30"), ("least", "5"), ("unit", "°C")],
            vec![],
        ),
        ControlKind::Rating => (
            &[("max", "3"), ("step", "0.5"), ("value", "1.5"), ("icon", "●")],
            vec![Intent::Point(Place::across(0.9))],
        ),
        ControlKind::Switch => {
            (&[("when-on", "feeding"), ("when-off", "not feeding")], vec![Intent::Flip])
        }
        ControlKind::Checkbox => (&[("value", "seen"), ("required", "")], vec![]),
        ControlKind::CheckboxGroup => (&[("value", "oa"), ("all", "All"), ("least", "2")], vec![]),
        ControlKind::RadioGroup => (&[("value", "fa")], vec![]),
        ControlKind::Text => (
            &[
                ("rows", "3"),
                ("minlength", "5"),
                ("maxlength", "80"),
                ("counter", ""),
                ("value", "calm"),
                ("placeholder", "What you saw"),
            ],
            vec![Intent::Type("calm,\n<no queen>")],
        ),
        ControlKind::Stepper => (
            &[("min", "0"), ("max", "300"), ("value", "12"), ("unit", "mites")],
            vec![Intent::Type("1x")],
        ),
        ControlKind::ItemStepper => (&[("value", "fa")], vec![]),
        ControlKind::Select => {
            (&[("multiple", ""), ("value", "oa"), ("most", "2")], open(Key::End))
        }
        ControlKind::Date => (&[("value", "2026-05-14"), ("min", "2026-05-04")], open(Key::Home)),
        ControlKind::DateSpan => (
            &[("value", "2026-05-11/2026-05-14"), ("least", "2"), ("most", "9")],
            vec![Intent::Open],
        ),
        ControlKind::Month => (&[("value", "2026-05")], vec![Intent::Field(1)]),
        ControlKind::Week => (&[("value", "2026-W20")], vec![]),
        ControlKind::Time => {
            (&[("value", "07:30"), ("max", "21:00")], vec![Intent::Field(1), Intent::Step(1)])
        }
        ControlKind::DateTime => (&[("value", "2026-05-14T07:30"), ("readonly", "")], vec![]),
    }
}

/// Options, for the kinds that have some.
fn options(kind: ControlKind) -> Vec<Choice> {
    match kind {
        ControlKind::Slider => vec![Choice::new("10", "light"), Choice::new("30", "heavy")],
        ControlKind::Date | ControlKind::DateSpan => {
            vec![Choice::new("sunday", "The apiary rests.")]
        }
        ControlKind::CheckboxGroup
        | ControlKind::RadioGroup
        | ControlKind::ItemStepper
        | ControlKind::Select => vec![
            Choice::new("oa", "Oxalic acid").in_group("Acids"),
            Choice::new("fa", "Formic acid").in_group("Acids"),
            Choice::new("th", "Thymol").disabled(),
        ],
        ControlKind::SpanSlider
        | ControlKind::Rating
        | ControlKind::Switch
        | ControlKind::Checkbox
        | ControlKind::Text
        | ControlKind::Stepper
        | ControlKind::Month
        | ControlKind::Week
        | ControlKind::Time
        | ControlKind::DateTime => Vec::new(),
    }
}

fn made(kind: ControlKind) -> Control {
    let mut control = made_without_intents(kind);
    for intent in filled(kind).1 {
        let turn = control.handle(intent);
        assert_eq!(turn.refusal(), None, "{kind:?}: {intent:?}");
    }
    control
}

fn made_without_intents(kind: ControlKind) -> Control {
    let (attributes, _) = filled(kind);
    let given = |name: &str| {
        attributes.iter().find(|(known, _)| *known == name).map(|(_, text)| (*text).to_owned())
    };
    let read = definition_from(kind, &options(kind), given);
    assert_eq!(read.notes, [], "{kind:?}");
    let (control, notes) = control_of(read.definition);
    assert_eq!(notes, [], "{kind:?}");
    control
}

/// Markup with a line for each tag, indented by two spaces for each level.
fn lines(html: &str) -> String {
    let (mut text, mut level) = (String::new(), 0_usize);
    let mut rest = html;
    while let Some((before, after)) = rest.split_once('<') {
        let (tag, after) = after.split_once('>').unwrap_or((after, ""));
        if !before.is_empty() {
            text.push_str(&format!("{}{before}\n", "  ".repeat(level)));
        }
        let is_end = tag.starts_with('/');
        level = level.saturating_sub(usize::from(is_end));
        if !is_end {
            text.push_str(&format!("{}<{tag}>\n", "  ".repeat(level)));
            level += usize::from(!tag.starts_with("input"));
        }
        rest = after;
    }
    text
}

#[test]
fn faces_are_as_they_were_read() -> Result<(), Box<dyn Error>> {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/golden");
    for kind in ControlKind::ALL {
        let face = Face::of(&made(*kind), &Looks::default(), true);
        let now = format!("states: {}\n\n{}", face.states.join(" "), lines(&face.root.to_html()));
        let mut looks = Looks::default();
        looks.label = "Label".to_owned();
        let html = element_html(&made(*kind), &[("name", "it")], &looks);
        let (head, after) = html.split_once("<template").unwrap_or_default();
        let native = after.split_once("</template>").map_or("", |(_, native)| native);
        let now = format!("{now}\nwithout script, in {head}\n\n{}", lines(native));
        let mut quiet = made_without_intents(*kind);
        quiet.set_disabled(true);
        let face = Face::of(&quiet, &Looks::default(), false);
        let now = format!("{now}\ndisabled\n\n{}", lines(&face.root.to_html()));
        let file = folder.join(kind.name()).with_extension("txt");
        if std::env::var_os("PIN_NOTCH_PRINT").is_some() {
            std::fs::create_dir_all(&folder)?;
            std::fs::write(&file, &now)?;
        }
        assert_eq!(std::fs::read_to_string(&file)?, now, "{}", file.display());
    }
    Ok(())
}

#[test]
fn each_kind_has_the_styles_of_its_parts() {
    for (kind, part) in [
        (ControlKind::Slider, "thumb"),
        (ControlKind::SpanSlider, "fill"),
        (ControlKind::Rating, "icons"),
        (ControlKind::Switch, "track"),
        (ControlKind::Checkbox, "cell"),
        (ControlKind::RadioGroup, "ring"),
        (ControlKind::Stepper, "field"),
        (ControlKind::ItemStepper, "item"),
        (ControlKind::Select, "option"),
        (ControlKind::Date, "day"),
        (ControlKind::DateSpan, "calendar"),
        (ControlKind::Time, "before"),
    ] {
        let style = style_of(kind);
        let named = [format!("[part={part}]"), format!("[part~={part}]")];
        assert!(named.iter().any(|named| style.contains(named)), "{kind:?}: {part}");
        assert!(style.contains("[part=problem]"), "{kind:?}");
    }
}

/// What the live page needs from a face and from the names of actions.
#[test]
fn faces_answer_what_the_page_asks() -> Result<(), Box<dyn Error>> {
    let text = |control: &Control, end: &str| {
        Face::of(control, &Looks::default(), true).root.field_text(end).map(str::to_owned)
    };
    assert_eq!(text(&made(ControlKind::Stepper), "").as_deref(), Some("1x"));
    assert_eq!(text(&made(ControlKind::Slider), ""), None);
    let given = |name: &str| match name {
        "two-fields" => Some(String::new()),
        "value" => Some("2026-05-11/2026-05-14".to_owned()),
        _ => None,
    };
    let away = control_of(definition_from(ControlKind::DateSpan, &[], given).definition).0;
    assert_eq!(text(&away, "from").as_deref(), Some("2026-05-11"));
    assert_eq!(text(&away, "to").as_deref(), Some("2026-05-14"));
    // One of the two fields receives the focus.
    let html = Face::of(&away, &Looks::default(), true).root.to_html();
    assert_eq!(html.matches("data-focus").count(), 1, "{html}");
    let mut list = made(ControlKind::Select);
    assert_eq!(Action::intent("toggle", "", &list), Some(Intent::Close));
    let _ = list.handle(Intent::Close);
    assert_eq!(Action::intent("toggle", "", &list), Some(Intent::Open));
    assert_eq!(
        Action::intent("day", "2026-05-14", &list),
        Some(Intent::PickDay("2026-05-14".parse()?))
    );
    assert_eq!(Action::intent("step", "-1", &list), Some(Intent::Step(-1)));
    assert_eq!(Action::intent("nothing", "", &list), None);
    // Problems are not shown too early, except those found by the server.
    let mut looks = Looks::default();
    let required = made(ControlKind::Checkbox);
    let problem = |looks: &Looks, reporting| {
        let html = Face::of(&required, looks, reporting).root.to_html();
        let after = html.split_once("id=\"problem\">").map_or("", |(_, after)| after).to_owned();
        after.split('<').next().unwrap_or_default().to_owned()
    };
    assert_eq!(problem(&looks, false), "");
    assert_eq!(problem(&looks, true), "A value is required.");
    looks.problem = "Say so.".to_owned();
    assert_eq!(problem(&looks, false), "Say so.");
    // The page's own icon replaces the drawn one.
    looks = Looks::default();
    looks.svg = "<svg><circle r=\"4\"/></svg>".to_owned();
    let html = Face::of(&made(ControlKind::Rating), &looks, true).root.to_html();
    assert!(html.matches("<circle r=\"4\"/>").count() >= 3, "{html}");
    // A long text is shortened in the middle, so that both ends can be read.
    let long = [Choice::new("a", "The hive at the very end of the long orchard")];
    let mut list = control_of(definition_from(ControlKind::Select, &long, |_| None).definition).0;
    let _ = list.handle(Intent::Open);
    let html = Face::of(&list, &Looks::default(), true).root.to_html();
    assert!(html.contains("<span class=\"tail\">the long orchard</span>"), "{html}");
    Ok(())
}

/// The content of a field while its list is closed or open, with and without a value.
#[test]
fn a_filtered_select_shows_its_choice_or_the_filter() {
    let of = |attributes: &'static [(&str, &str)], open: bool| {
        let given = |name: &str| {
            attributes.iter().find(|(known, _)| *known == name).map(|(_, text)| (*text).to_owned())
        };
        let read = definition_from(ControlKind::Select, &options(ControlKind::Select), given);
        assert_eq!(read.notes, []);
        let mut control = control_of(read.definition).0;
        if open {
            let _ = control.handle(Intent::Open);
        }
        let html = Face::of(&control, &Looks::default(), true).root.to_html();
        let input = html.split("<input part=\"input\"").nth(1).unwrap_or_default().to_owned();
        let input = input.split('>').next().unwrap_or_default().to_owned();
        let attribute = |name: &str| {
            let after = input.split(&format!(" {name}=\"")).nth(1).unwrap_or_default();
            after.split('"').next().unwrap_or_default().to_owned()
        };
        (attribute("value"), attribute("placeholder"))
    };
    let both = |value: &str, placeholder: &str| (value.to_owned(), placeholder.to_owned());
    const CHOSEN: &[(&str, &str)] = &[("filter", ""), ("value", "oa"), ("placeholder", "none")];
    const FREE: &[(&str, &str)] = &[("filter", ""), ("placeholder", "none")];
    const MANY: &[(&str, &str)] =
        &[("filter", ""), ("multiple", ""), ("value", "oa"), ("placeholder", "none")];
    assert_eq!(of(CHOSEN, false), both("Oxalic acid", ""));
    assert_eq!(of(CHOSEN, true), both("", "Oxalic acid"));
    assert_eq!(of(FREE, false), both("", "none"));
    assert_eq!(of(FREE, true), both("", "none"));
    assert_eq!(of(MANY, false), both("", ""));
    assert_eq!(of(MANY, true), both("", ""));
}

#[test]
fn today_can_be_chosen_unless_it_is_closed() {
    let today = |day: &str, disabled: bool| {
        let mut visited = made(ControlKind::Date);
        let mut around = visited.surroundings().clone();
        around.today = day.parse().ok();
        visited.set_surroundings(&around);
        visited.set_disabled(disabled);
        let html = Face::of(&visited, &Looks::default(), true).root.to_html();
        let button = html.split("<button part=\"today\"").nth(1).unwrap_or_default().to_owned();
        button.split('>').next().unwrap_or_default().to_owned()
    };
    assert!(!today("2026-05-14", false).contains("disabled"));
    assert!(today("2026-05-17", false).contains("disabled"), "a Sunday");
    assert!(today("2026-05-14", true).contains("disabled"));
}
