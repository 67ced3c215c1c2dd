//! A toggle of two signs whose first state comes from data: is this one of my favourites?

use pin_notch::{ControlError, Intent, Switch};

fn main() -> Result<(), ControlError> {
    let favourites = ["Linden", "Heath"];
    for hive in ["Linden", "Orchard"] {
        let mut favourite = Switch::builder()
            .when_on("♥")
            .when_off("♡")
            .checked(favourites.contains(&hive))
            .build()?;
        print!("{hive} {} ", favourite.view().caption);
        let turn = favourite.handle(Intent::Flip);
        println!("-> {} ({turn})", favourite.view().caption);
    }
    Ok(())
}
