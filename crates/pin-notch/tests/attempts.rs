//! Reviewed outcomes of attempts on controls of every kind. Each case of `golden/attempts.txt` has the
//! kind, its attributes and its options (`!` marks disabled ones), followed by lines with an attempt or a
//! change by the program, and its outcome. `PIN_NOTCH_PRINT=1` rewrites the outcomes, for another review.

// Without this feature, patterns and addresses are checked by the world.
#![cfg(feature = "text")]

use pin_notch::{
    AnyWorld, Choice, Control, ControlKind, Definition, Direction, Intent, Key, Message, Place,
    Surroundings, Thumb, World, parse_number,
};
use std::fmt::Write;
use std::path::Path;

/// A world that differs from the built-in one in everything.
struct Other;

impl World for Other {
    fn decimal_separator(&self) -> char {
        ','
    }
    fn group_separator(&self) -> Option<char> {
        Some('.')
    }
    fn month_name(&self, month: u8) -> String {
        format!("Monat {month}")
    }
    fn message(&self, message: &Message) -> Option<String> {
        Some(format!("<{message}>"))
    }
}

/// An attempt as [`Intent`] itself writes it, without the quotation marks.
fn intent(line: &str) -> Option<Intent<'_>> {
    let (word, rest) = line.split_once(' ').unwrap_or((line, ""));
    let place = || {
        let (x, y) = rest.split_once(' ').unwrap_or((rest, "0.5"));
        Some(Place::new(x.parse().ok()?, y.parse().ok()?))
    };
    Some(match word {
        "key" => Intent::Key(Key::all().find(|key| key.name() == rest)?),
        "point" => match rest.parse() {
            Ok(day) => Intent::PointDay(day),
            Err(_) => Intent::Point(place()?),
        },
        "press" => Intent::Press(place()?),
        "grab" => Intent::Grab(place()?),
        "move" => Intent::Move(place()?),
        "leave" => Intent::Leave,
        "release" => Intent::Release,
        "cancel" => Intent::Cancel,
        "flip" => Intent::Flip,
        "choose" => Intent::Choose(parse_number(rest).ok()?),
        "clear" => Intent::Clear,
        "type" => Intent::Type(rest),
        "settle" => Intent::Settle,
        "step" => Intent::Step(rest.parse().ok()?),
        "take" => Intent::Take(if rest == "high" { Thumb::High } else { Thumb::Low }),
        "field" => Intent::Field(rest.parse().ok()?),
        "open" => Intent::Open,
        "close" => Intent::Close,
        "pick" => match rest.parse() {
            Ok(day) => Intent::PickDay(day),
            Err(_) => Intent::Pick(rest),
        },
        "scroll" => Intent::Scroll(rest.parse().ok()?),
        "remove" => Intent::Remove(rest),
        "find" => {
            let (letter, at) = rest.split_once(' ')?;
            Intent::Find { typed: letter.chars().next()?, at: at.parse().ok()? }
        }
        _ => return None,
    })
}

/// A change by the program, and its outcome.
fn program(control: &mut Control, line: &str) -> Option<String> {
    let (word, rest) = line.split_once(' ').unwrap_or((line, ""));
    let done =
        |result: Result<String, String>| result.unwrap_or_else(|why| format!("refused: {why}"));
    let value = |control: &Control| control.parse(rest).map_err(|why| why.to_string());
    Some(match word {
        "=" => done(value(control).and_then(|value| {
            control.set_value(value).map(|()| "set".to_owned()).map_err(|why| why.to_string())
        })),
        "near" => done(value(control).and_then(|value| {
            let near = control.set_nearest(value).map_err(|why| why.to_string())?;
            Ok(format!("set {near}"))
        })),
        "by" => {
            let steps = rest.parse().ok()?;
            done(
                control
                    .step_by(steps)
                    .map(|()| "stepped".to_owned())
                    .map_err(|why| why.to_string()),
            )
        }
        "reset" => {
            control.reset();
            "reset".to_owned()
        }
        "disabled" | "readonly" | "required" => {
            let on = rest != "no";
            match word {
                "disabled" => control.set_disabled(on),
                "readonly" => control.set_readonly(on),
                _ => control.set_required(on),
            }
            String::new()
        }
        "other" | "backwards" | "today" => {
            let mut around = Surroundings::default();
            match word {
                "other" => around.world = AnyWorld::from(Other),
                "backwards" => around.direction = Some(Direction::RightToLeft),
                _ => around.today = rest.parse().ok(),
            }
            control.set_surroundings(&around);
            String::new()
        }
        "set" => {
            let (name, text) = rest.split_once('=').unwrap_or((rest, ""));
            let mut definition = control.definition();
            let set = definition.set_attribute(name, Some(text)).map_err(|why| why.to_string());
            let set = set
                .and_then(|()| control.set_definition(definition).map_err(|why| why.to_string()));
            done(set.map(|()| "set".to_owned()))
        }
        "options" => {
            let mut definition = control.definition();
            let set = definition.set_options(&options(rest)).map_err(|why| why.to_string());
            let set = set
                .and_then(|()| control.set_definition(definition).map_err(|why| why.to_string()));
            done(set.map(|()| "set".to_owned()))
        }
        "check" => {
            let sent: Vec<String> = rest.split_whitespace().map(str::to_owned).collect();
            match control.check(&sent) {
                Ok(value) => format!("accepted: {value}"),
                Err(wrong) => wrong.iter().map(|one| format!("{one}; ")).collect(),
            }
        }
        _ => return None,
    })
}

fn options(text: &str) -> Vec<Choice> {
    let one = |text: &str| {
        let (plain, disabled) = match text.strip_prefix('!') {
            Some(plain) => (plain, true),
            None => (text, false),
        };
        let (value, text) = plain.split_once('=').unwrap_or((plain, plain));
        let choice = Choice::new(value, text.replace('_', " "));
        if disabled { choice.disabled() } else { choice }
    };
    text.split_whitespace().map(one).collect()
}

/// The control described by the first line of a case.
fn made(line: &str) -> Control {
    let (attributes, all) = line.split_once('|').unwrap_or((line, ""));
    let mut words = attributes.split_whitespace();
    let kind = words.next().and_then(ControlKind::from_name).expect("a kind");
    let mut definition = Definition::new(kind);
    for word in words {
        let (name, text) = word.split_once('=').unwrap_or((word, ""));
        definition.set_attribute(name, Some(&text.replace('_', " "))).expect(word);
    }
    definition.set_options(&options(all)).expect(all);
    let (control, mended) = definition.build_or_mend();
    assert_eq!(mended, [], "{line}");
    control
}

/// Everything visible and audible, and what it would send.
fn seen(control: &Control) -> String {
    let mut text = format!("  = {} {:?}", control.value(), control.text());
    if control.is_drafting() || control.is_grabbed() || control.has_open_popup() {
        let [drafts, grabbed, open] =
            [control.is_drafting(), control.is_grabbed(), control.has_open_popup()];
        let _ = write!(text, " drafting {drafts} grabbed {grabbed} open {open}");
    }
    if let Some(field) = control.active_field() {
        let _ = write!(text, " in {field}");
    }
    let view = control.view();
    let semantics = view.semantics();
    for (name, value) in semantics.attributes() {
        let _ = write!(text, " {}={value}", name.trim_start_matches("aria-"));
    }
    for message in semantics.states_as_text() {
        let _ = write!(text, " ({})", control.message(&message));
    }
    for wrong in control.validity() {
        let _ = write!(text, " wrong: {wrong}");
    }
    if !view.problem().is_empty() {
        let _ = write!(text, " told: {}", view.problem());
    }
    if !view.status().is_empty() {
        let _ = write!(text, " heard: {}", view.status());
    }
    let _ = write!(text, " sends {:?}", control.entries());
    if control.sent_value() != control.value() {
        let _ = write!(text, " as {}", control.sent_value());
    }
    text + "\n"
}

#[test]
fn the_outcomes_of_attempts_are_as_reviewed() {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/golden/attempts.txt");
    let written = std::fs::read_to_string(&path).expect("the cases");
    let case = |case: &str| {
        let input = case.split("-----\n").next().unwrap_or_default();
        let mut lines = input.lines();
        let mut control = made(lines.next().expect("a control"));
        let mut printed = seen(&control);
        for remark in control.audit() {
            printed += &format!("  remark: {remark}\n");
        }
        for line in lines {
            let came = match (intent(line), program(&mut control, line)) {
                (_, Some(came)) => came,
                (Some(intent), None) => {
                    let turn = control.handle(intent);
                    let why = turn.refusal().map(|refusal| control.why_refused(intent, refusal));
                    let why = why.filter(|why| !why.is_empty());
                    format!("{turn}{}", why.map(|why| format!(" ({why})")).unwrap_or_default())
                }
                (None, None) => panic!("{line}: this is neither an attempt nor done by a program"),
            };
            printed += &format!("{line}: {came}\n{}", seen(&control));
        }
        let kept: Vec<String> = control
            .definition()
            .attributes()
            .iter()
            .map(|(name, text)| format!("{name}={text}"))
            .collect();
        format!(
            "{input}-----\n{printed}  starts with {}; {}\n",
            control.default_value(),
            kept.join(" ")
        )
    };
    let found: Vec<String> = written.split("=====\n").map(case).collect();
    if std::env::var_os("PIN_NOTCH_PRINT").is_some() {
        std::fs::write(&path, found.join("=====\n")).expect("a written file");
        return;
    }
    for (found, written) in found.iter().zip(written.split("=====\n")) {
        assert_eq!(found, written, "{}", path.display());
    }
}
