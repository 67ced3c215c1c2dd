//! A group of checkboxes under a parent, of which at least one and at most two may be checked.

use pin_notch::{CheckGroup, Checkbox, Checked, Intent};

fn main() {
    let mut treatments =
        CheckGroup::new(["formic acid", "oxalic acid", "thymol"]).at_least(1).at_most(2);
    let tell = |group: &CheckGroup, what: &str| {
        let mark = |one: &Checkbox| if one.checked() == Checked::On { '☑' } else { '☐' };
        let marks: String = group.boxes().iter().map(mark).collect();
        let problem = group.validity().first().map(ToString::to_string).unwrap_or_default();
        println!("{marks} all: {:5} {what}. {problem}", group.parent().token());
    };
    tell(&treatments, "at the start");
    for index in [1, 2, 0] {
        let turn = treatments.handle_box(index, Intent::Flip);
        tell(&treatments, &format!("flip {index}: {turn}"));
    }
    let turn = treatments.handle(Intent::Flip);
    tell(&treatments, &format!("flip all: {turn}"));
}
