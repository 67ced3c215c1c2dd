//! A slider and a number field on one value. Whoever is moved, the other follows, and what is being typed
//! is left alone.

use pin_notch::{Decimal, Intent, Key, Notches, Shared, Slider, Stepper, dec};
use std::cell::RefCell;
use std::error::Error;
use std::rc::Rc;

fn main() -> Result<(), Box<dyn Error>> {
    let notches = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let weight = Shared::new(Some(dec!(18.4)));
    let slider = Rc::new(RefCell::new(Slider::new(notches)?.starting_at(dec!(18.4))?));
    let field = Rc::new(RefCell::new(Stepper::new(notches)?.starting_at(dec!(18.4))?));

    let _hearing = weight.hear({
        let (slider, field) = (slider.clone(), field.clone());
        move |value: &Option<Decimal>| {
            // A slider is never empty: while the field is, it stays where it is.
            value.map(|value| slider.borrow_mut().set_nearest(value));
            let _ = field.borrow_mut().set_value(*value);
        }
    });
    let show = |what: &str| {
        println!(
            "{what:14} slider {:5} field {:?}",
            slider.borrow().value(),
            field.borrow().text()
        );
    };

    show("at the start");
    let turn = slider.borrow_mut().handle(Intent::Key(Key::PageUp)).map(Some);
    weight.take(&turn)?;
    show("slider: PageUp");
    for text in ["1", "1.", "1.5"] {
        let turn = field.borrow_mut().handle(Intent::Type(text));
        weight.take(&turn)?;
        show(&format!("field: {text:?}"));
    }
    Ok(())
}
