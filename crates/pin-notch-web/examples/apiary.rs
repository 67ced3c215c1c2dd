//! A program of its own, compiled for the browser, with the elements in its own module.
//!
//! `cargo xtask test` builds it beside the web files and looks at it in a browser.

use wasm_bindgen::prelude::*;

/// Says what the program is about, with the elements defined.
#[wasm_bindgen]
pub fn begin() -> String {
    pin_notch_web::register();
    "the apiary's own program".to_owned()
}
