//! A group of checkboxes with one for all, of which at least one and at most two can be checked.

use pin_notch::{CheckboxGroup, Checked, ControlError, Intent};

fn main() -> Result<(), ControlError> {
    let mut treatments = CheckboxGroup::builder()
        .options(["formic acid", "oxalic acid", "thymol"])
        .all("Treatments")
        .least(1)
        .most(2)
        .build()?;
    let tell = |group: &CheckboxGroup, what: &str| {
        let view = group.view();
        let marks: String = (view.choices.iter())
            .map(|one| if one.checkbox.checked == Checked::On { '☑' } else { '☐' })
            .collect();
        println!("{marks} all: {:5} {what}. {}", group.all().token(), view.problem);
    };
    tell(&treatments, "at the start");
    for value in ["oxalic acid", "thymol", "formic acid"] {
        let turn = treatments.handle(Intent::Pick(value));
        tell(&treatments, &format!("pick {value}: {turn}"));
    }
    let turn = treatments.handle(Intent::Flip);
    tell(&treatments, &format!("flip all: {turn}"));
    Ok(())
}
