//! A toggle of two signs whose first state comes from data: is this one of my favourites?

use pin_notch::{Intent, Switch};

fn main() {
    let favourites = ["Linden", "Heath"];
    for hive in ["Linden", "Orchard"] {
        let mut favourite = Switch::new().captioned("♥", "♡").starting(favourites.contains(&hive));
        print!("{hive} {} ", favourite.view().caption);
        let turn = favourite.handle(Intent::Flip);
        println!("-> {} ({turn})", favourite.view().caption);
    }
}
