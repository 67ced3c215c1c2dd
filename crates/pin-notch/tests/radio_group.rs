//! Radio buttons: choosing by keys and picks, what is sent, and what a changed definition keeps.

use pin_notch::{Choice, Direction, Form, Intent, Key, RadioGroup, Surroundings};

fn queen() -> RadioGroup {
    let options = [
        Choice::new("seen", "Seen"),
        Choice::new("eggs", "Eggs only").disabled(),
        Choice::new("unseen", "Not seen"),
        Choice::new("gone", "Gone"),
    ];
    RadioGroup::builder().options(options).build().unwrap()
}

#[test]
fn keys_and_picks_choose_by_the_aria_practices() {
    use Intent::{Clear, Pick};
    let key = Intent::Key;
    let table = [
        // If none is chosen, arrow keys start at the first, which has the focus.
        (None, key(Key::Down), "input unseen, change unseen"),
        (None, key(Key::Up), "input gone, change gone"),
        (None, key(Key::Space), "input seen, change seen"),
        (None, Clear, "refused: already empty"),
        // Disabled ones are skipped, and stepping wraps around.
        (Some("seen"), key(Key::Right), "input unseen, change unseen"),
        (Some("unseen"), key(Key::Left), "input seen, change seen"),
        (Some("gone"), key(Key::Down), "input seen, change seen"),
        (Some("seen"), key(Key::Space), "refused: nothing would change"),
        (Some("seen"), Pick("gone"), "input gone, change gone"),
        (Some("seen"), Pick("eggs"), "refused: disabled"),
        (Some("seen"), Pick("drones"), "refused: there is no such option"),
        (Some("seen"), Clear, "input empty, change empty"),
        (Some("seen"), key(Key::Home), "refused: does not apply to this control"),
    ];
    for (value, intent, expected) in table {
        let mut group = queen();
        group.set_value(value).unwrap();
        assert_eq!(group.handle(intent).to_string(), expected, "{intent} from {value:?}");
    }
    let mut group = queen();
    let mut surroundings = Surroundings::default();
    surroundings.direction = Some(Direction::RightToLeft);
    group.set_surroundings(&surroundings);
    group.set_value(Some("unseen")).unwrap();
    assert_eq!(group.handle(key(Key::Left)).to_string(), "input gone, change gone");
    group.set_required(true);
    let refused = "refused: a value is required, so it cannot be cleared";
    assert_eq!(group.handle(Clear).to_string(), refused);
    group.set_readonly(true);
    assert_eq!(group.handle(Pick("seen")).to_string(), "refused: read-only");
}

#[test]
fn one_radio_button_takes_the_focus() {
    let active = |group: &RadioGroup| {
        let view = group.view();
        let active: Vec<String> =
            view.radios.iter().filter(|one| one.active).map(|one| one.value.clone()).collect();
        active
    };
    let mut group = queen();
    assert_eq!(active(&group), ["seen"]);
    group.set_value(Some("gone")).unwrap();
    assert_eq!(active(&group), ["gone"]);
    group.set_value(Some("eggs")).unwrap();
    assert_eq!(active(&group), ["seen"], "a disabled one takes no focus");
    assert_eq!(active(&RadioGroup::default()), [""; 0]);
}

#[test]
fn sent_values_are_judged_alike_everywhere() {
    let form = |group: RadioGroup| Form::new().with("queen", "Queen", group).unwrap();
    let mut group = queen();
    assert_eq!(form(group.clone()).urlencoded(), "", "as HTML, where none is chosen");
    group.set_value(Some("gone")).unwrap();
    assert_eq!(form(group.clone()).urlencoded(), "queen=gone");
    group.set_value(Some("eggs")).unwrap();
    assert_eq!(form(group.clone()).urlencoded(), "", "a disabled one is not sent");
    group.set_required(true);
    let form = form(group);
    let wrong = "Queen: A value is required.";
    assert_eq!(form.problems()[0].to_string(), wrong);
    assert_eq!(form.read(b"").unwrap_err().to_string(), wrong);
    assert!(form.read(b"queen=seen").is_ok());
    assert!(form.read(b"queen=eggs").is_err() && form.read(b"queen=drones").is_err());
    assert!(form.read(b"queen=seen&queen=gone").is_err());
}

#[test]
fn a_choice_outlives_its_options() {
    let mut group = RadioGroup::builder().value("gone").build().unwrap();
    assert_eq!(group.value(), None);
    group.redefine(|definition| definition.options = queen().definition().options.clone()).unwrap();
    assert_eq!(group.value(), Some("gone"));
    let _ = group.handle(Intent::Pick("seen"));
    group.redefine(|definition| definition.options.reverse()).unwrap();
    assert_eq!(group.value(), Some("seen"), "what a person chose stays");
    group.redefine(|definition| definition.options.retain(|one| one.value != "seen")).unwrap();
    assert_eq!(group.value(), None);
}

#[test]
fn an_option_without_a_value_is_visible_in_a_log() {
    let options = [Choice::new("oa", "Oxalic acid"), Choice::new("", "None")];
    let mut given = RadioGroup::builder().options(options).build().unwrap();
    assert_eq!(given.handle(Intent::Pick("")).to_string(), r#"input "", change """#);
    assert_eq!(given.handle(Intent::Clear).to_string(), "input empty, change empty");
}
