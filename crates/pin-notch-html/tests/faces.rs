//! Faces as HTML: what a server sends, what a live page changes, and attributes there and back.

mod page;

use page::Live;
use pin_notch::{
    Blocked, CheckGroup, Checkbox, Checked, Choice, Control, Date, DatePicker, DateSpan,
    DateSpanPicker, Decimal, FieldStepper, Intent, ItemStepper, Key, Lit, Notches, NotchesOf,
    Orientation, Place, Rating, Scale, Select, Slider, SpanSlider, Stepper, Switch, Time, Weekday,
    dec,
};
use pin_notch_html::{
    Change, Face, Looks, Surroundings, Tag, attributes_of, changes, control_from, element_html,
    escaped, options_of,
};
use proptest::prelude::*;

fn face(control: &Control) -> Face {
    Face::of(control, &Looks::default(), true)
}

#[test]
fn a_slider_is_written_as_a_server_sends_it() {
    let notches = Notches::new(dec!(0), dec!(10), dec!(5)).unwrap();
    let slider = Slider::new(notches).unwrap().starting_at(dec!(10)).unwrap().in_unit("<kg>");
    let html = element_html(&slider.into(), &[("name", "a\"b")], &Looks::default());
    let (head, rest) = html.split_once("<style>").unwrap();
    assert_eq!(
        head,
        "<notch-slider name=\"a&quot;b\" min=\"0\" max=\"10\" step=\"5\" value=\"10\" unit=\"&lt;kg&gt;\" \
         role=\"slider\" aria-valuenow=\"10\" aria-valuemin=\"0\" aria-valuemax=\"10\" \
         aria-valuetext=\"10 &lt;kg&gt;\" aria-orientation=\"horizontal\"><template shadowrootmode=\"open\">"
    );
    assert_eq!(
        rest.split_once("</style>").unwrap().1,
        "<div part=\"box\"><div part=\"control\" class=\"slider horizontal\">\
         <div part=\"track\" data-place=\"\" class=\"marked\">\
         <div part=\"fill\" style=\"left:0%;right:0%\"></div>\
         <i part=\"mark mark-on\" style=\"left:0%\"></i><i part=\"mark mark-on\" style=\"left:50%\"></i>\
         <i part=\"mark mark-on\" style=\"left:100%\"></i>\
         <div part=\"thumb\" style=\"left:100%\"><div part=\"pin\"></div>\
         <span part=\"bubble\" aria-hidden=\"true\">10 &lt;kg&gt;</span></div></div>\
         <span part=\"readout\" aria-hidden=\"true\">10 &lt;kg&gt;</span></div>\
         <div part=\"problem\" id=\"problem\" role=\"status\"></div></div><slot></slot></template>\
         <input type=\"range\" name=\"a&quot;b\" aria-label=\"a&quot;b\" min=\"0\" max=\"10\" step=\"5\" \
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
        native(Switch::new().starting(true).sending("fed").into()),
        "<input type=\"checkbox\" name=\"it\" aria-label=\"it\" checked value=\"fed\">"
    );
    let acids =
        [Choice::new("oa", "Oxalic & co").in_group("Acids"), Choice::new("bb", "Break").disabled()];
    assert_eq!(
        native(Select::single().offering(acids.clone()).starting_with(["oa"]).into()),
        "<select name=\"it\" aria-label=\"it\"><optgroup label=\"Acids\">\
         <option value=\"oa\" selected>Oxalic &amp; co</option></optgroup>\
         <option value=\"bb\" disabled>Break</option></select>"
    );
    let day: Date = "2026-05-14".parse().unwrap();
    let picker = DatePicker::new(day).blocking([Blocked::weekday(Weekday::Sunday, "closed")]);
    assert_eq!(
        native(picker.starting_at(Some(day)).unwrap().into()),
        "<input type=\"date\" name=\"it\" aria-label=\"it\" value=\"2026-05-14\">\
         <datalist><option value=\"sunday\">closed</option></datalist>"
    );
    assert_eq!(
        native(CheckGroup::new(["eggs"]).starting_with(["eggs"]).into()),
        "<label><input type=\"checkbox\" name=\"it\" value=\"eggs\" checked>eggs</label>\
         <datalist><option value=\"eggs\">eggs</option></datalist>"
    );
}

#[test]
fn states_are_told_to_style_sheets() {
    let states = |control: &Control| face(control).states.join(" ");
    let mut rating: Control = Rating::new(3).unwrap().into();
    assert_eq!(states(&rating), "empty");
    let _ = rating.handle(Intent::Point(Place::across(0.9)));
    assert_eq!(states(&rating), "preview empty");
    rating.conditions_mut().required = true;
    assert_eq!(states(&rating), "invalid preview empty");
    let quiet = Face::of(&rating, &Looks::default(), false);
    assert_eq!(quiet.states.join(" "), "preview empty", "nothing is called wrong before its time");
    let mut switch: Control = Switch::new().starting(true).into();
    switch.conditions_mut().disabled = true;
    assert_eq!((states(&switch), face(&switch).focusable), ("disabled on".into(), false));
}

#[test]
fn attributes_that_cannot_be_used_are_left_out_and_noted() {
    let notes = |tag, attributes: &[(&str, &str)]| -> Vec<String> {
        let given = |name: &str| {
            attributes.iter().find(|(n, _)| *n == name).map(|(_, value)| (*value).to_owned())
        };
        let read = control_from(tag, &Surroundings::default(), given);
        read.notes.iter().map(ToString::to_string).collect()
    };
    assert_eq!(
        notes(Tag::Slider, &[("min", "ten"), ("step", "0"), ("value", "500")]),
        [
            "min=\"ten\" is left out: \"ten\" is not a number; write it like 12, -0.5 or 2.5e3",
            "step=\"0\" is left out: step 0 is not allowed: it must be above 0, or \"any\"",
            "value=\"500\" is left out: above the maximum 100",
        ]
    );
    for (tag, value, like) in
        [(Tag::SpanSlider, "10", "10,30"), (Tag::DateSpan, "2026-05-01", "2026-05-01/2026-05-14")]
    {
        let note = format!("value=\"{value}\" is left out: write it like {like}");
        assert_eq!(notes(tag, &[("value", value)]), [note]);
    }
    assert_eq!(
        notes(Tag::Rating, &[("max", "4.5"), ("min", "-1")]),
        [
            "max=\"4.5\" is left out: a rating has a whole number of icons, 1 to 1000",
            "min=\"-1\" is left out: min -1 is not allowed: the minimum of a rating with 5 icons lies from 0 to 5",
        ]
    );
    assert_eq!(
        notes(Tag::Slider, &[("max", "4"), ("value", "1.2")]),
        ["the default 1.2 is on no notch: a control starts on 1"]
    );
    // However little fits together, there is a control.
    let hopeless = [("step-base", "1e-28"), ("max", "1e28"), ("min", "-1e28"), ("step", "1e-20")];
    assert!(!notes(Tag::Slider, &hopeless).is_empty());
}

#[test]
fn escaping_leaves_no_way_into_markup() {
    assert_eq!(escaped("plain – text"), "plain – text");
    assert_eq!(escaped("<i onclick='x'>\"&\0"), "&lt;i onclick=&#39;x&#39;&gt;&quot;&amp;\u{FFFD}");
}

fn day(days: i32) -> Date {
    Date::from_days(20_454 + days).unwrap() // from 2026-01-01
}

fn any_control() -> BoxedStrategy<Control> {
    let conditions = (any::<bool>(), any::<bool>(), any::<bool>());
    let slider = (-50_i64..50, 0_i64..500, 1_i64..60, 0_u32..=2, any::<[bool; 3]>(), 0_i64..500)
        .prop_map(|(min, range, step, scale, [vertical, reversed, any], at)| {
            let (min, max) = (Decimal::new(min, scale), Decimal::new(min + range, scale));
            let builder = Notches::builder().min(min).max(max);
            let builder =
                if any { builder.step_any() } else { builder.step(Decimal::new(step, scale)) };
            let notches = builder.build().unwrap();
            let start = notches.snap(Decimal::new(at, scale));
            let orientation =
                if vertical { Orientation::Vertical } else { Orientation::Horizontal };
            let slider = Slider::new(notches).unwrap().starting_at(start).unwrap();
            Control::from(slider.oriented(orientation).reversed(reversed).in_unit("kg"))
        });
    let rating = (1_u32..12, 1_i64..=4, proptest::option::of(0_i64..=20), any::<bool>()).prop_map(
        |(icons, quarters, at, only)| {
            let rating = Rating::new(icons).unwrap().by(Decimal::new(quarters * 25, 2)).unwrap();
            let start = at.map(|at| rating.notches().snap(Decimal::new(at * 25, 2)));
            let rating = match start {
                Some(start) => rating.starting_at(start).unwrap(),
                None => rating,
            };
            Control::from(rating.lighting(if only { Lit::Only } else { Lit::UpTo }))
        },
    );
    let switch =
        ("[a-z<&\"]{0,6}", "[a-z]{0,6}", any::<bool>()).prop_map(|(caption, value, on)| {
            let value = if value.is_empty() { "on".into() } else { value };
            Switch::new().captioned(caption, "off").sending(value).starting(on).into()
        });
    let days = || NotchesOf::new(Some(day(0)), Some(day(90)), 1).unwrap();
    let rests =
        || [Blocked::weekday(Weekday::Sunday, "closed"), Blocked::days(day(8), day(9), "away")];
    let span = (0_i64..50, 0_i64..50, any::<bool>()).prop_map(|(low, more, push)| {
        let notches = Notches::new(dec!(0), dec!(100), dec!(1)).unwrap();
        let span = SpanSlider::new(notches).unwrap();
        let span = span.starting_at(low.into(), (low + more).into()).unwrap();
        let meeting = if push { pin_notch::Meeting::Push } else { pin_notch::Meeting::Stop };
        Control::from(span.apart(dec!(0), dec!(60)).unwrap().meeting(meeting).in_unit("kg"))
    });
    let listed = (0_usize..4, any::<bool>(), any::<bool>(), 0_usize..4).prop_map(
        |(kind, one, other, count)| {
            let choices =
                ["oa", "fa", "th"].map(|value| Choice::new(value, format!("{value} <b>")));
            let chosen = choices.iter().take(count).map(|choice| choice.value.clone());
            match kind {
                0 => {
                    let group = CheckGroup::new(choices.clone()).starting_with(chosen).at_most(3);
                    Control::from(if one { group.under("all") } else { group })
                }
                1 => ItemStepper::new(choices.to_vec()).starting_at(count).into(),
                2 => Select::single().offering(choices.clone()).starting_with(chosen).into(),
                _ => {
                    let select = Select::many().offering(choices.clone()).starting_with(chosen);
                    let select = if one { select.filtering() } else { select.prompting("none") };
                    Control::from(if other { select.at_most(3) } else { select })
                }
            }
        },
    );
    let typed = (0_usize..6, proptest::option::of(0_i32..80), any::<bool>()).prop_map(
        move |(kind, start, one)| match kind {
            0 => {
                let stepper = Stepper::new(Notches::new(dec!(0), dec!(99), dec!(0.5)).unwrap());
                let stepper = stepper.unwrap().in_unit("mites").prompting("none");
                let stepper = match start {
                    Some(start) => stepper.starting_at(start.into()).unwrap(),
                    None => stepper,
                };
                Control::from(if one { stepper.wrapping() } else { stepper })
            }
            1 => {
                let date = DatePicker::new(Date::FIRST).within(days()).blocking(rests());
                let date = date.written("d. MMM y".parse().unwrap());
                let free = start.map(day).filter(|day| date.why_not(*day).is_none());
                let date = date.starting_at(free).unwrap();
                Control::from(if one { date.always_open() } else { date })
            }
            2 => {
                let dates = DateSpanPicker::new(Date::FIRST).within(days()).across_blocked();
                let span = start.map(|start| DateSpan { first: day(start), last: day(start + 3) });
                let dates = dates.starting_at(span).unwrap();
                Control::from(if one { dates.in_two_fields() } else { dates })
            }
            3 => {
                let times = NotchesOf::<Time>::new(None, None, 900).unwrap();
                let start = start.map(|start| Time::from_milliseconds(i64::from(start) * 900_000));
                FieldStepper::new(times).starting_at(start.flatten()).unwrap().into()
            }
            4 => Checkbox::new().starting(if one { Checked::Mixed } else { Checked::On }).into(),
            _ => {
                let mites = Notches::new(dec!(1), dec!(1000), dec!(1)).unwrap();
                let slider = Slider::new(mites).unwrap().scaled(Scale::Logarithmic).unwrap();
                slider
                    .marking([(dec!(10), "ten"), (dec!(100), "")])
                    .unwrap()
                    .paging(dec!(10))
                    .into()
            }
        },
    );
    (prop_oneof![slider, rating, switch, span, listed, typed], conditions)
        .prop_map(|(mut control, (disabled, read_only, required))| {
            let conditions = control.conditions_mut();
            (conditions.disabled, conditions.read_only, conditions.required) =
                (disabled, read_only, required);
            control
        })
        .boxed()
}

fn any_intent() -> impl Strategy<Value = Intent<'static>> {
    let place = (-0.2_f64..1.2).prop_map(Place::across);
    prop_oneof![
        proptest::sample::select(Key::all().collect::<Vec<_>>()).prop_map(Intent::Key),
        place.clone().prop_map(Intent::Press),
        place.clone().prop_map(Intent::Move),
        place.prop_map(Intent::Point),
        Just(Intent::Release),
        Just(Intent::Leave),
        Just(Intent::Flip),
        Just(Intent::Clear),
        Just(Intent::Open),
        Just(Intent::Close),
        Just(Intent::Type("2026-05")),
        Just(Intent::Pick("fa")),
        Just(Intent::Scroll(2)),
        (0_i32..90).prop_map(|days| Intent::PickDay(day(days))),
        (0_i32..90).prop_map(|days| Intent::PointDay(day(days))),
    ]
}

proptest! {
    #[test]
    fn a_control_survives_the_way_through_its_attributes(control in any_control()) {
        let looks = Looks::default();
        let attributes = attributes_of(&control, &looks);
        let mut around = Surroundings::default();
        around.options = options_of(&control);
        let read = control_from(Tag::of(&control), &around, |name| {
            attributes.iter().find(|(found, _)| *found == name).map(|(_, value)| value.clone())
        });
        prop_assert_eq!(read.control.view(), control.view());
        prop_assert_eq!(read.control.entries(), control.entries());
        prop_assert_eq!(read.control.conditions(), control.conditions());
        prop_assert_eq!(attributes_of(&read.control, &looks), attributes);
    }

    /// After every turn, the changes make the new face of the old one, and a drag changes little.
    #[test]
    fn changes_lead_from_one_face_to_the_next(
        mut control in any_control(), intents in proptest::collection::vec(any_intent(), 1..20)
    ) {
        let mut shown = face(&control).root;
        let mut live = Live::parse(&shown.to_html());
        for intent in intents {
            let _ = control.handle(intent);
            let next = face(&control).root;
            let all = changes(&shown, &next);
            live.apply(&all);
            prop_assert_eq!(&live, &Live::parse(&next.to_html()));
            prop_assert_eq!(live.way_to("data-focus"), next.to_focus());
            // What has or may have the focus stays where it is.
            for change in &all {
                if let Change::Replace { html, .. } = change {
                    prop_assert!(!html.contains("<input"), "{html}");
                }
            }
            shown = next;
        }
    }

    /// Two quite different faces, too.
    #[test]
    fn changes_lead_from_any_face_to_any_other(one in any_control(), other in any_control()) {
        let (one, other) = (face(&one).root, face(&other).root);
        let mut live = Live::parse(&one.to_html());
        live.apply(&changes(&one, &other));
        prop_assert_eq!(live, Live::parse(&other.to_html()));
        prop_assert_eq!(changes(&other, &other), []);
    }
}
