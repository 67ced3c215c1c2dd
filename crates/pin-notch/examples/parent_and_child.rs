//! The parent owns the state. The child shows it and asks to change it, and both hear the change once. A
//! constant stands in where the child is looked at alone.

use pin_notch::{BindingError, Intent, Shared, Switch};

/// A child: a switch that shows a state it does not own.
struct Feeder {
    on: Shared<bool>,
    switch: Switch,
}

impl Feeder {
    fn new(on: Shared<bool>) -> Self {
        let switch = Switch::new().captioned("feeding", "not feeding").starting(on.get());
        Self { on, switch }
    }

    fn click(&mut self) -> Result<bool, BindingError> {
        let asked = self.on.take(&self.switch.handle(Intent::Flip));
        self.switch.set_on(self.on.get());
        asked
    }
}

fn main() -> Result<(), BindingError> {
    let feeding = Shared::new(false);
    let _parent = feeding.hear(|on: &bool| println!("  the parent hears: {on}"));
    let _child = feeding.hear(|on: &bool| println!("  the child hears: {on}"));

    let mut child = Feeder::new(feeding.clone());
    println!("the child is clicked");
    child.click()?;
    println!("the parent says no more");
    feeding.set(false)?;

    let mut alone = Feeder::new(Shared::constant(true));
    if let Err(error) = alone.click() {
        println!("a child alone stays {}: {error}", alone.switch.view().caption);
    }
    Ok(())
}
