//! Faces as HTML: what a server sends, what a live page changes, and attributes written and read.

mod page;

use page::Live;
use pin_notch::{
    Checkbox, CheckboxGroup, Choice, Closed, Control, ControlKind, DatePicker, Definition, Intent,
    Place, RadioGroup, Rating, Select, Slider, Stepper, Switch, Weekday,
};
use pin_notch_any::{Attempt, attempt, definition, mended};
use pin_notch_html::{
    Action, Change, Face, Looks, changes, control_of, definition_from, element_html, escaped,
    kind_of_tag, tag_of,
};
use proptest::prelude::*;

fn face(control: &Control) -> Face {
    Face::of(control, &Looks::default(), true)
}

#[test]
fn a_slider_is_written_as_a_server_sends_it() {
    let slider = Slider::builder().max(10).step(5).value(10).unit("<kg>").build().unwrap();
    let html = element_html(&slider.into(), &[("name", "a\"b")], &Looks::default());
    let (head, rest) = html.split_once("<style>").unwrap();
    assert_eq!(
        head,
        "<notch-slider name=\"a&quot;b\" max=\"10\" step=\"5\" value=\"10\" unit=\"&lt;kg&gt;\">\
         <template shadowrootmode=\"open\" shadowrootdelegatesfocus>"
    );
    assert_eq!(
        rest.split_once("</style>").unwrap().1,
        "<div part=\"box\"><div part=\"control\" class=\"slider horizontal\" \
         role=\"slider\" aria-valuenow=\"10\" aria-valuemin=\"0\" aria-valuemax=\"10\" \
         aria-valuetext=\"10 &lt;kg&gt;\" aria-orientation=\"horizontal\" tabindex=\"0\" data-focus=\"\">\
         <div part=\"track\" data-place=\"\" class=\"marked\">\
         <div part=\"fill\" style=\"left:0%;right:0%\"></div>\
         <i part=\"mark mark-on\" style=\"left:0%\"></i><i part=\"mark mark-on\" style=\"left:50%\"></i>\
         <i part=\"mark mark-on\" style=\"left:100%\"></i>\
         <div part=\"thumb\" style=\"left:100%\"><div part=\"grip\"></div>\
         <span part=\"bubble\" aria-hidden=\"true\">10 &lt;kg&gt;</span></div></div>\
         <span part=\"output\" aria-hidden=\"true\">10 &lt;kg&gt;</span></div>\
         <div part=\"problem\" id=\"problem\"></div><div part=\"announcement\" role=\"status\"></div><div id=\"about\" hidden=\"\"></div></div><slot></slot></template>\
         <input type=\"range\" name=\"a&quot;b\" aria-label=\"a&quot;b\" max=\"10\" step=\"5\" \
         value=\"10\"></notch-slider>"
    );
}

#[test]
fn a_native_control_inside_sends_the_same_without_script() {
    let native = |control: Control| {
        let html = element_html(&control, &[("name", "it")], &Looks::default());
        html.split_once("</template>").unwrap().1.rsplit_once("</").unwrap().0.to_owned()
    };
    assert_eq!(
        native(Switch::builder().checked(true).value("fed").build().unwrap().into()),
        "<input type=\"checkbox\" name=\"it\" aria-label=\"it\" checked value=\"fed\">"
    );
    // A mixed checkbox sends nothing, whatever its default; everything else is as defined.
    let mixed = Checkbox::builder().checked(true).indeterminate(true).required(true).value("fed");
    assert_eq!(
        native(mixed.build().unwrap().into()),
        "<input type=\"checkbox\" name=\"it\" aria-label=\"it\" required value=\"fed\">"
    );
    // HTML has neither required nor read-only ranges, and allows neither an empty name nor an empty label.
    let unsent: Control = Slider::builder().max(40).readonly(true).build().unwrap().into();
    let ranged = "<input type=\"range\" max=\"40\" value=\"20\">";
    assert!(element_html(&unsent, &[], &Looks::default()).contains(ranged));
    let acids =
        [Choice::new("oa", "Oxalic & co").in_group("Acids"), Choice::new("bb", "Break").disabled()];
    assert_eq!(
        native(Select::builder().options(acids.clone()).value(["oa"]).build().unwrap().into()),
        "<select name=\"it\" aria-label=\"it\"><option data-native value=\"\" label=\" \"></option><optgroup label=\"Acids\">\
         <option value=\"oa\" selected>Oxalic &amp; co</option></optgroup>\
         <option value=\"bb\" disabled>Break</option></select>"
    );
    let options = |native: String| native.split_once('>').unwrap().1.replace("</select>", "");
    let pending = Select::builder().options(["oa"]).multiple(true).value(["zz", "oa"]);
    assert_eq!(
        options(native(pending.build().unwrap().into())),
        "<option value=\"oa\" selected>oa</option><option data-native value=\"zz\" selected>zz</option>"
    );
    let twice =
        [Choice::new("a", "Gone").disabled(), Choice::new("a", "A"), Choice::new("a", "Again")];
    assert_eq!(
        options(native(Select::builder().options(twice).value(["a"]).build().unwrap().into())),
        "<option data-native value=\"\" label=\" \"></option><option value=\"a\" disabled>Gone</option>\
         <option value=\"a\" selected>A</option><option value=\"a\">Again</option>"
    );
    let gone = [Choice::new("b", "B"), Choice::new("a", "Gone").disabled()];
    assert_eq!(
        options(native(Select::builder().options(gone).value(["a"]).build().unwrap().into())),
        "<option data-native value=\"\" label=\" \"></option><option value=\"b\">B</option>\
         <option value=\"a\" disabled selected>Gone</option>"
    );
    let mixed = Checkbox::builder().checked(true).indeterminate(true);
    assert_eq!(
        native(mixed.build().unwrap().into()),
        "<input type=\"checkbox\" name=\"it\" aria-label=\"it\" value=\"on\">"
    );
    let picker = DatePicker::builder().options([Closed::weekday(Weekday::Sunday, "closed")]);
    assert_eq!(
        native(picker.value("2026-05-14".parse().unwrap()).build().unwrap().into()),
        "<input type=\"date\" name=\"it\" aria-label=\"it\" value=\"2026-05-14\">\
         <datalist><option value=\"sunday\">closed</option></datalist>"
    );
    assert_eq!(
        native(CheckboxGroup::builder().options(["eggs"]).value(["eggs"]).build().unwrap().into()),
        "<label><input type=\"checkbox\" name=\"it\" value=\"eggs\" checked>eggs</label>\
         <datalist><option value=\"eggs\">eggs</option></datalist>"
    );
}

#[test]
fn states_are_available_to_style_sheets() {
    let states = |control: &Control| face(control).states.join(" ");
    let mut rating: Control = Rating::builder().max(3).build().unwrap().into();
    assert_eq!(states(&rating), "empty");
    let _ = rating.handle(Intent::Point(Place::across(0.9)));
    assert_eq!(states(&rating), "preview empty");
    rating.set_required(true);
    assert_eq!(states(&rating), "invalid preview empty");
    let quiet = Face::of(&rating, &Looks::default(), false);
    assert_eq!(quiet.states.join(" "), "preview empty", "nothing is called wrong before its time");
    let mut switch: Control = Switch::builder().checked(true).build().unwrap().into();
    switch.set_disabled(true);
    assert_eq!(states(&switch), "disabled on");
    assert!(!face(&switch).root.to_html().contains("tabindex=\"0\""));
}

#[test]
fn attributes_that_cannot_be_used_are_ignored_with_a_note() {
    let notes = |kind, attributes: &[(&str, &str)]| -> Vec<String> {
        let given = |name: &str| {
            attributes.iter().find(|(n, _)| *n == name).map(|(_, value)| (*value).to_owned())
        };
        let read = definition_from(kind, &[], given);
        let (_, misfits) = control_of(read.definition);
        read.notes.iter().chain(&misfits).map(ToString::to_string).collect()
    };
    assert_eq!(
        notes(ControlKind::Slider, &[("min", "ten"), ("step", "0"), ("value", "500")]),
        [
            "min=\"ten\" is ignored: \"ten\" is not a number; write it like 12, -0.5 or 2.5e3",
            "step=\"0\" is ignored: step 0 is not allowed: it must be above 0, or \"any\"",
            "value=\"500\" becomes the nearest value: above the maximum 100",
        ]
    );
    for (kind, value, like) in [
        (ControlKind::SpanSlider, "10", "10,30"),
        (ControlKind::DateSpan, "2026-05-01", "2026-05-01/2026-05-14"),
    ] {
        let note = format!("value=\"{value}\" is ignored: write it like {like}");
        assert_eq!(notes(kind, &[("value", value)]), [note]);
    }
    assert_eq!(
        notes(ControlKind::Rating, &[("max", "4.5"), ("min", "-1")]),
        [
            "max=\"4.5\" is ignored: it must be a whole number",
            "min=\"-1\" is ignored: min -1 is not allowed: the minimum of a rating with 5 icons lies from 0 to 5",
        ]
    );
    // There is always a control, even if nothing fits together.
    let hopeless = [("step-base", "1e-28"), ("max", "1e28"), ("min", "-1e28"), ("step", "1e-20")];
    assert!(!notes(ControlKind::Slider, &hopeless).is_empty());
}

#[test]
fn escaping_leaves_no_way_into_markup() {
    assert_eq!(escaped("plain – text"), "plain – text");
    assert_eq!(escaped("<i onclick='x'>\"&\0"), "&lt;i onclick=&#39;x&#39;&gt;&quot;&amp;\u{FFFD}");
}

/// A control of any kind, and attempts on it.
fn any_control() -> BoxedStrategy<Control> {
    pin_notch_any::kind().prop_flat_map(definition).prop_map(mended).boxed()
}

fn attempts() -> impl Strategy<Value = Vec<Attempt>> {
    proptest::collection::vec(attempt(), 1..20)
}

#[test]
fn every_kind_has_an_element_of_its_name() {
    for kind in ControlKind::ALL {
        assert_eq!(tag_of(*kind), format!("notch-{}", kind.name()));
        assert_eq!(kind_of_tag(&tag_of(*kind).to_uppercase()), Some(*kind));
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(600))]

    /// An element's attributes and options, when read back, result in the original control.
    #[test]
    fn a_definition_survives_being_written_to_an_element_and_read(control in any_control()) {
        let written = control.definition();
        let attributes = written.attributes();
        let read = definition_from(written.kind(), &written.options(), |name| {
            attributes.iter().find(|(found, _)| *found == name).map(|(_, value)| value.clone())
        });
        prop_assert_eq!(&read.notes, &[]);
        prop_assert_eq!(&read.definition, &written);
        let (again, notes) = control_of(read.definition);
        prop_assert_eq!((&again, notes), (&control, Vec::new()));
        let html = element_html(&control, &[("name", "it")], &Looks::default());
        for (name, value) in &attributes {
            let attribute = match value.as_str() {
                "" => format!(" {name}"),
                value => format!(" {name}=\"{}\"", escaped(value)),
            };
            prop_assert!(html.split_once('>').unwrap().0.contains(&attribute), "{html}");
        }
    }

    /// After every turn, the changes turn the old face into the new one, and a drag changes little.
    #[test]
    fn changes_lead_from_one_face_to_the_next(mut control in any_control(), attempts in attempts()) {
        let mut shown = face(&control).root;
        let mut live = Live::parse(&shown.to_html());
        for attempt in attempts {
            let _ = control.handle(attempt.intent());
            let next = face(&control).root;
            let all = changes(&shown, &next);
            live.apply(&all);
            prop_assert_eq!(&live, &Live::parse(&next.to_html()));
            prop_assert_eq!(live.way_to("data-focus"), next.to_focus());
            // The focusable element is not replaced.
            for change in &all {
                if let Change::Replace { html, .. } = change {
                    prop_assert!(!html.contains("<input"), "{html}");
                }
            }
            shown = next;
        }
    }

    /// This also holds for two entirely different faces.
    #[test]
    fn changes_lead_from_any_face_to_any_other(one in any_control(), other in any_control()) {
        let (one, other) = (face(&one).root, face(&other).root);
        let mut live = Live::parse(&one.to_html());
        live.apply(&changes(&one, &other));
        prop_assert_eq!(live, Live::parse(&other.to_html()));
        prop_assert_eq!(changes(&other, &other), []);
    }

    /// Two definitions of one kind: differences are changed in place, so that the focus is kept.
    #[test]
    fn a_redefined_control_keeps_its_fields(
        (one, other) in pin_notch_any::kind().prop_flat_map(|kind| (definition(kind), definition(kind)))
    ) {
        let (one, other) = (mended(one), mended(other));
        let mut control = one.clone();
        control.set_definition(Definition::clone(&other.definition())).unwrap();
        let (before, after) = (face(&one).root, face(&control).root);
        let mut live = Live::parse(&before.to_html());
        live.apply(&changes(&before, &after));
        prop_assert_eq!(live, Live::parse(&after.to_html()));
    }
}

#[test]
fn icons_of_the_page_are_replaced_only_when_they_differ() {
    let rating: Control = Rating::builder().max(2).value(1).build().unwrap().into();
    let face = |path: &str| {
        let mut looks = Looks::default();
        looks.svg = format!("<svg><path d=\"{path}\"></path></svg>");
        Face::of(&rating, &looks, true).root
    };
    let (one, other) = (face("M0 0h4"), face("M0 0v4"));
    assert_eq!(changes(&one, &face("M0 0h4")), []);
    let mut live = Live::parse(&one.to_html());
    let all = changes(&one, &other);
    assert!(!all.is_empty());
    live.apply(&all);
    assert_eq!(live, Live::parse(&other.to_html()));
    // If they stay, a change of the value only changes what shows it.
    let mut more = rating.clone();
    let _ = more.handle(Intent::Choose(pin_notch::Decimal::TWO));
    let mut looks = Looks::default();
    looks.svg = "<svg><path d=\"M0 0h4\"></path></svg>".to_owned();
    let next = Face::of(&more, &looks, true).root;
    let all = changes(&one, &next);
    assert!(all.iter().all(|change| !matches!(change, Change::Replace { .. })), "{all:?}");
}

#[test]
fn refused_texts_are_shown_in_their_fields() {
    let mut looks = Looks::default();
    looks.entered = Some("99x".to_owned());
    let mut mites: Control = Stepper::builder().max(9).build().unwrap().into();
    looks.enter(&mut mites);
    assert_eq!(face(&mites).root.field_text(""), Some("99x"));
    let before: Control = Switch::default().into();
    let mut feeder = before.clone();
    looks.enter(&mut feeder);
    assert_eq!(feeder, before, "nothing is typed into a switch");
}

#[test]
fn problems_found_by_the_server_are_at_the_group_and_not_at_each_radio() {
    let colony: Control =
        RadioGroup::builder().options(["full", "nucleus"]).build().unwrap().into();
    let mut looks = Looks::default();
    looks.problem = "Choose one.".to_owned();
    let html = Face::of(&colony, &looks, false).root.to_html();
    assert_eq!(html.matches("aria-invalid=\"true\"").count(), 1, "{html}");
    let group = html.split("role=\"radiogroup\"").nth(1).unwrap().split('>').next().unwrap();
    assert!(group.contains("aria-invalid"), "{group}");
}

#[test]
fn a_native_control_inside_has_a_description_and_its_problem() {
    let native = |control: Control, looks: &Looks| {
        let html = element_html(&control, &[("name", "it")], looks);
        html.split_once("</template>").unwrap().1.rsplit_once("</").unwrap().0.to_owned()
    };
    let mut looks = Looks::default();
    let stepper = || Stepper::default().into();
    let plain = native(stepper(), &looks);
    assert!(!plain.contains("aria-invalid") && !plain.contains("aria-description"), "{plain}");
    looks.description = "How many fell.".to_owned();
    let html = native(stepper(), &looks);
    assert!(html.contains("aria-description=\"How many fell.\"") && !html.contains("aria-invalid"));
    looks.problem = "Too \"many\".".to_owned();
    let one = Select::builder().options(["oa"]);
    for control in [stepper(), one.clone().build().unwrap().into()] {
        let html = native(control, &looks);
        let both =
            "aria-invalid=\"true\" aria-description=\"How many fell. Too &quot;many&quot;.\"";
        assert!(html.contains(both), "{html}");
    }
    let many = native(one.multiple(true).build().unwrap().into(), &Looks::default());
    assert!(!many.contains("data-native"), "of several, none is chosen by choosing none: {many}");
}

#[test]
fn pressed_parts_give_the_intent() {
    let temper: Control = Rating::builder().max(5).value(3).build().unwrap().into();
    assert_eq!(Action::intent("choose", "3", &temper), Some(Intent::Clear), "it is chosen already");
    assert_eq!(Action::intent("choose", "4", &temper), Some(Intent::Choose(4.into())));
    let visited: Control = DatePicker::default().into();
    assert_eq!(Action::intent("toggle", "", &visited), Some(Intent::Open));
}

#[test]
fn buttons_that_would_do_nothing_are_disabled() {
    let clear = |control: &Control| {
        let html = face(control).root.to_html();
        let tag = html.split("part=\"clear\"").nth(1).expect("the button").split('>').next();
        tag.expect("its attributes").contains("aria-disabled=\"true\"")
    };
    let day = || DatePicker::builder().value("2026-05-14".parse().unwrap());
    assert!(!clear(&day().build().unwrap().into()));
    assert!(clear(&day().required(true).build().unwrap().into()), "it has to hold something");
    assert!(clear(&day().readonly(true).build().unwrap().into()), "it cannot be changed");
    assert!(clear(&DatePicker::default().into()), "there is nothing to clear");
    // Zero of a rating is marked if it is chosen, and empty differs from zero.
    let zero = |value: Option<i64>| {
        let rating = Rating::builder().min(0).max(3);
        let rating = match value {
            Some(value) => rating.value(value),
            None => rating,
        };
        let html = face(&rating.build().unwrap().into()).root.to_html();
        html.contains("zero-on")
    };
    assert_eq!([zero(Some(0)), zero(Some(2)), zero(None)], [true, false, false]);
}

#[test]
fn options_that_cannot_be_used_are_noted() {
    let twice = [Choice::new("a week ago", "Long ago")];
    let read = definition_from(ControlKind::Date, &twice, |_| None);
    let notes: Vec<String> = read.notes.iter().map(ToString::to_string).collect();
    assert!(notes.len() == 1 && notes[0].starts_with("the options are left out: "), "{notes:?}");
}

#[test]
fn a_native_control_inside_has_the_constraints_of_its_element() {
    let native = |control: Control| {
        let html = element_html(&control, &[("name", "it")], &Looks::default());
        html.split_once("</template>").unwrap().1.rsplit_once("</").unwrap().0.to_owned()
    };
    // Native radio buttons can require a choice among them; native checkboxes cannot.
    let radios = RadioGroup::builder().options(["a", "b"]).required(true).build().unwrap();
    assert_eq!(native(radios.into()).matches(" required").count(), 2);
    let boxes = CheckboxGroup::builder().options(["a", "b"]).required(true).build().unwrap();
    assert_eq!(native(boxes.into()).matches(" required").count(), 0);
    // A single select already has an entry for "none"; in a multiple one, an empty text is an ordinary
    // choice.
    let options = |multiple: bool| {
        let select = Select::builder().options(["a"]).multiple(multiple).value([""]);
        native(select.build().unwrap().into()).matches("data-native").count()
    };
    assert_eq!([options(false), options(true)], [1, 1]);
    let single = Select::builder().options(["a"]).value([""]).build().unwrap();
    assert!(!native(single.into()).contains("value=\"\" selected"));
    // If nothing is acceptable, the native control shows the value of the element.
    let none = Slider::builder().min(5).max(-5).step_base(1).build().unwrap();
    let (value, html) = (none.value(), native(none.into()));
    for attribute in
        [format!("min=\"{value}\""), "step=\"any\"".to_owned(), "max=\"-5\"".to_owned()]
    {
        assert_eq!(html.matches(&attribute).count(), 1, "{attribute} in {html}");
    }
}

#[test]
fn only_a_long_text_is_cut_in_its_middle() {
    let mut select = Select::builder().options(["x".repeat(32), "y".repeat(33)]).build().unwrap();
    let _ = select.handle(Intent::Open);
    let html = face(&select.into()).root.to_html();
    assert!(html.contains(&format!(">{}</span>", "x".repeat(32))), "{html}");
    assert_eq!(html.matches("class=\"tail\"").count(), 1);
    assert!(html.contains(&format!(">{}</span>", "y".repeat(17))), "{html}");
    assert!(html.contains(&format!(">{}</span>", "y".repeat(16))));
}
