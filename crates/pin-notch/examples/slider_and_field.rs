//! A slider and a number field for one value. Each follows the other, and a text being typed is kept.

use pin_notch::{Decimal, Intent, Key, Shared, Slider, Stepper, dec};
use std::cell::RefCell;
use std::error::Error;
use std::rc::Rc;

fn main() -> Result<(), Box<dyn Error>> {
    let weight = Shared::new(Some(dec!(18.4)));
    let slider = Slider::builder().max(40).step(dec!(0.1)).value(dec!(18.4)).build()?;
    let field = Stepper::builder().min(0).max(40).step(dec!(0.1)).value(dec!(18.4)).build()?;
    let (slider, field) = (Rc::new(RefCell::new(slider)), Rc::new(RefCell::new(field)));

    let _subscription = weight.subscribe({
        let (slider, field) = (slider.clone(), field.clone());
        move |value: &Option<Decimal>| {
            // A slider is never empty: it keeps its value while the field is empty.
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
