//! An independent program, compiled for the browser, with the elements in its own module.
//!
//! `cargo xtask test` builds it beside the web files and tests it in a browser.

use wasm_bindgen::prelude::*;

/// Defines the elements, and returns a text about the program.
#[wasm_bindgen]
pub fn begin() -> String {
    pin_notch_web::register();
    "the apiary's own program".to_owned()
}
