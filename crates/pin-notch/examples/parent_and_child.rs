//! The parent owns the state. The child shows it and requests changes, and both are notified once of each
//! change. A child on its own shows a constant value.

use pin_notch::{ControlError, Intent, Shared, SharedError, Switch};
use std::error::Error;

/// A child: a switch that shows a state it does not own.
struct Feeder {
    on: Shared<bool>,
    switch: Switch,
}

impl Feeder {
    fn new(on: Shared<bool>) -> Result<Self, ControlError> {
        let switch = Switch::builder()
            .when_on("feeding")
            .when_off("not feeding")
            .checked(on.get())
            .build()?;
        Ok(Self { on, switch })
    }

    fn click(&mut self) -> Result<bool, SharedError> {
        let asked = self.on.take(&self.switch.handle(Intent::Flip));
        self.switch.set_value(self.on.get());
        asked
    }
}

fn main() -> Result<(), Box<dyn Error>> {
    let feeding = Shared::new(false);
    let _parent = feeding.subscribe(|on: &bool| println!("  the parent hears: {on}"));
    let _child = feeding.subscribe(|on: &bool| println!("  the child hears: {on}"));

    let mut child = Feeder::new(feeding.clone())?;
    println!("the child is clicked");
    child.click()?;
    println!("the parent says no more");
    feeding.set(false)?;

    let mut alone = Feeder::new(Shared::fixed(true))?;
    if let Err(error) = alone.click() {
        println!("a child alone stays {}: {error}", alone.switch.view().caption);
    }
    Ok(())
}
