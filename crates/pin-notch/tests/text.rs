//! Text fields: typing, values, and HTML's validity states.

use pin_notch::{Control, Intent, Key, TextField, TextKind, Value};

#[cfg(feature = "text")]
#[test]
fn patterns_mean_what_they_mean_in_html() {
    for (pattern, text, expected) in pin_notch_any::PATTERNS {
        let field = TextField::builder().pattern(*pattern).build();
        let field = Control::from(field.unwrap_or_else(|why| panic!("{pattern}: {why}")));
        let wrong = field.check_value(Value::Text((*text).to_owned())).err().unwrap_or_default();
        // A single line contains no line breaks, whatever its pattern.
        let states: Vec<_> = wrong.iter().map(|wrong| wrong.state()).collect();
        let expected: &[&str] = if *expected { &[] } else { &["patternMismatch"] };
        assert_eq!(states, expected, "{pattern} on {text:?}");
    }
    for pattern in pin_notch_any::NO_PATTERNS {
        let error = TextField::builder().pattern(*pattern).build().expect_err(pattern);
        assert_eq!(error.attribute(), "pattern", "{pattern}");
    }
    let large = TextField::builder().pattern("(?:a{1000}){1000}").build().unwrap_err();
    assert_eq!(large.to_string(), "pattern is not allowed: it is too large");
    let open = TextField::builder().pattern("[a-]").build().unwrap_err();
    assert_eq!(open.to_string(), r"pattern is not allowed: inside [], - must be written \-");
}

#[test]
fn problems_are_reported_like_in_html() {
    let field = || TextField::builder();
    let table = [
        (field().required(true), "", vec!["valueMissing"]),
        (field().minlength(3), "", vec![]),
        (field().minlength(3), "ab", vec!["tooShort"]),
        (field().minlength(3), "a🐝", vec![]), // three code units
        (field().maxlength(3), "🐝🐝", vec!["tooLong"]),
        (field().maxlength(3), "abc", vec![]),
        (field().rows(2).maxlength(3), "a\nb", vec![]),
        (field().r#type(TextKind::Email), "oma@apiary", vec![]),
        (field().r#type(TextKind::Email).minlength(9), "oma", vec!["typeMismatch", "tooShort"]),
        (field().r#type(TextKind::Tel), "whatever", vec![]),
        #[cfg(feature = "text")]
        (field().r#type(TextKind::Url), "apiary.example", vec!["typeMismatch"]),
        #[cfg(feature = "text")]
        (field().r#type(TextKind::Url), "https://apiary.example/hive?7", vec![]),
        (field().readonly(true).maxlength(1), "abc", vec![]),
        (field().disabled(true).required(true), "", vec![]),
    ];
    for (builder, text, expected) in table {
        let mut field = builder.build().unwrap();
        field.set_value(Some(text));
        let states: Vec<_> = field.validity().iter().map(|wrong| wrong.state()).collect();
        assert_eq!(states, expected, "{text:?} in {:?}", field.definition());
    }
}

#[test]
fn definitions_are_checked_as_a_whole() {
    let field = || TextField::builder();
    let table = [
        (
            field().maxlength(3).minlength(4),
            "maxlength 3 is not possible: a text has at least 4 characters",
        ),
        (field().rows(0), "rows 0 is not allowed: at least one line must be visible"),
        (
            field().rows(2).r#type(TextKind::Url),
            "more than one row is not possible for the type url",
        ),
    ];
    for (builder, expected) in table {
        assert_eq!(builder.build().unwrap_err().to_string(), expected);
    }
    let short = field().value("ab").minlength(3).build().unwrap();
    let remark = "the default is not acceptable (tooShort): it has to be changed before sending";
    assert_eq!(short.audit().iter().map(ToString::to_string).collect::<Vec<_>>(), [remark]);
}

#[test]
fn typing_moves_and_leaving_settles() {
    use Intent::{Clear, Settle, Type};
    let mut field = TextField::builder().value("calm").build().unwrap();
    let enter = Intent::Key(Key::Enter);
    let table = [
        (Settle, "refused: nothing would change", "calm"),
        (Type("calm"), "refused: nothing would change", "calm"),
        (Type("cal\nm "), "input calm ", "cal\nm "),
        (Settle, "change calm ", "calm "),
        (Type("x"), "input x", "x"),
        (Type("calm "), "input calm ", "calm "),
        (enter, "draft", "calm "), // where it began
        (Type("x"), "input x", "x"),
        (enter, "change x", "x"),
        (Intent::Key(Key::Escape), "refused: does not apply to this control", "x"),
        (Type(""), "input empty", ""),
        (Clear, "refused: already empty", ""),
        (Settle, "change empty", ""),
        (Type("y"), "input y", "y"),
        (Clear, "input empty", ""),
    ];
    for (intent, expected, text) in table {
        assert_eq!(field.handle(intent).to_string(), expected, "{intent}");
        assert_eq!(field.text(), text, "{intent}");
    }
    let mut lines = TextField::builder().rows(2).required(true).build().unwrap();
    let _ = lines.handle(Type("a\r\nb\rc"));
    assert_eq!(lines.value(), Some("a\nb\nc"));
    assert_eq!(lines.handle(enter).to_string(), "refused: does not apply to this control");
    assert_eq!(
        lines.handle(Clear).to_string(),
        "refused: a value is required, so it cannot be cleared"
    );
}

#[test]
fn a_draft_survives_changes_by_the_program() {
    let mut field = TextField::builder().value("calm").build().unwrap();
    let _ = field.handle(Intent::Type("two\nlines"));
    field.set_value(Some("loud"));
    assert_eq!((field.text(), field.value()), ("two\nlines", Some("loud")));
    field.redefine(|definition| definition.rows = 3).unwrap();
    assert_eq!((field.text(), field.value()), ("two\nlines", Some("two\nlines")));
    assert_eq!(field.handle(Intent::Settle).change(), Some(&Some("two\nlines".to_owned())));
    // The text set by the program is remembered unchanged.
    field.set_value(Some("a\nb"));
    field.redefine(|definition| definition.rows = 1).unwrap();
    assert_eq!(field.value(), Some("ab"));
    field.redefine(|definition| definition.rows = 2).unwrap();
    assert_eq!(field.value(), Some("a\nb"));
    field.reset();
    field.redefine(|definition| definition.value = "angry".to_owned()).unwrap();
    assert_eq!(field.value(), Some("angry"));
}

#[test]
fn bodies_are_read_as_html_sends_them() {
    let of = |rows| Control::from(TextField::builder().rows(rows).maxlength(9).build().unwrap());
    let (line, lines) = (of(1), of(2));
    let sent = |text: &str| [text.to_owned()];
    assert_eq!(lines.check(&sent("a\r\nb")), Ok(Value::Text("a\nb".to_owned())));
    assert_eq!((line.check(&sent("")), line.check(&[])), (Ok(Value::Empty), Ok(Value::Empty)));
    let message = |control: &Control, text: &str| {
        control.check_value(Value::Text(text.to_owned())).unwrap_err()[0].to_string()
    };
    assert_eq!(
        message(&line, "a\nb"),
        "This is a single line of text; send no line breaks, and no spaces around it."
    );
    assert_eq!(
        message(&lines, "a\r\nb"),
        "Lines must end with line feeds only; send no carriage returns."
    );
    assert_eq!(message(&line, "a hive of bees"), "Write at most 9 characters; this has 14.");
    assert!(line.check(&["a".to_owned(), "b".to_owned()]).is_err());
}

#[test]
fn few_left_is_heard_and_not_every_key() {
    let mut field = TextField::builder().maxlength(25).counter(true).build().unwrap();
    assert_eq!((field.view().counter.as_str(), field.view().status.as_str()), ("0 of 25", ""));
    let mut heard = Vec::new();
    for length in 1..=26 {
        let _ = field.handle(Intent::Type(&"a".repeat(length)));
        let status = field.view().status;
        heard.extend((!status.is_empty()).then_some((length, status)));
    }
    let expected = [
        (5, "20 characters left."),
        (15, "10 characters left."),
        (20, "5 characters left."),
        (25, "No characters are left."),
    ];
    assert_eq!(heard, expected.map(|(length, text)| (length, text.to_owned())));
    assert_eq!(field.view().counter, "26 of 25");
    field.redefine(|definition| definition.maxlength = None).unwrap();
    assert_eq!(field.view().counter, "26 characters");
}

#[test]
fn line_breaks_are_the_same_however_they_are_sent() {
    let note: Control =
        TextField::builder().rows(2).value("one\ntwo").readonly(true).build().unwrap().into();
    for sent in ["one\ntwo", "one\r\ntwo", "one\rtwo"] {
        assert!(note.check(&[sent.to_owned()]).is_ok(), "{sent:?}");
    }
    assert!(note.check(&["one two".to_owned()]).is_err());
}
