//! What a machine may ask of its element, for the length of one call.

use wasm_bindgen::prelude::*;
use web_sys::Element;

#[wasm_bindgen]
extern "C" {
    /// The element's side of things; `class Ports` in `elements.js`.
    pub type Ports;

    /// The value of an attribute, if it is there.
    #[wasm_bindgen(method)]
    pub fn attribute(this: &Ports, name: &str) -> Option<String>;

    /// Whether text runs right to left around the element.
    #[wasm_bindgen(method, getter, js_name = rightToLeft)]
    pub fn right_to_left(this: &Ports) -> bool;

    /// Whether the element is disabled, by its own attribute or a fieldset.
    #[wasm_bindgen(method, getter)]
    pub fn disabled(this: &Ports) -> bool;

    /// What is drawn, if anything is: the first element of the shadow root.
    #[wasm_bindgen(method, getter)]
    pub fn root(this: &Ports) -> Option<Element>;

    /// Draws this markup, unless exactly it is there already.
    #[wasm_bindgen(method)]
    pub fn draw(this: &Ports, html: &str);

    /// Gives an element inline style, in a way that content security policies allow.
    #[wasm_bindgen(method)]
    pub fn style(this: &Ports, element: &Element, style: &str);

    /// Tells assistive technology; `None` takes a property back.
    #[wasm_bindgen(method)]
    pub fn aria(this: &Ports, name: &str, value: Option<&str>);

    /// Puts the element in a custom state, or takes it out.
    #[wasm_bindgen(method)]
    pub fn state(this: &Ports, name: &str, on: bool);

    /// Makes the element reachable by keyboard, or not.
    #[wasm_bindgen(method)]
    pub fn focusable(this: &Ports, on: bool);

    /// What the form sends, and what the browser keeps to bring back later.
    #[wasm_bindgen(method)]
    pub fn submit(this: &Ports, value: Option<&str>, kept: &str);

    /// The validity states that hold, separated by blanks, and the message for them.
    #[wasm_bindgen(method)]
    pub fn validity(this: &Ports, states: &str, message: &str);

    /// Dispatches an event.
    #[wasm_bindgen(method)]
    pub fn fire(this: &Ports, event: &str);

    /// Whether anybody listens to turns.
    #[wasm_bindgen(method, getter, js_name = isHeard)]
    pub fn is_heard(this: &Ports) -> bool;

    /// Tells whoever listens what was tried and what came of it.
    #[wasm_bindgen(method)]
    pub fn turn(this: &Ports, intent: &str, outcome: &str, refused: bool);

    /// Tells the developer, on the console.
    #[wasm_bindgen(method)]
    pub fn note(this: &Ports, text: &str);
}
