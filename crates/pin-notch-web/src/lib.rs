//! Pin Notch controls in the browser: `<notch-slider>`, `<notch-rating>` and `<notch-switch>`.
//!
//! A [`Machine`] stands behind each element. It holds a control and what was drawn of it last, and no
//! reference to the page at all, so that an element that is removed is collected. The element hands its
//! [`Ports`] into each call; the script beside this file (`elements.js`) is the class that owns them.
//!
//! No borrow is held while the page's own listeners run: they may call back into the machine.

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod gesture;
mod paint;
mod ports;

pub use ports::Ports;

use gesture::Gesture;
use paint::Drawn;
use pin_notch::{Control, Direction, Event, Intent, Key, Turn, Value, parse_number};
use pin_notch_html::{Face, Looks, OBSERVED, STYLE, Tag, control_from};
use std::cell::RefCell;
use wasm_bindgen::prelude::*;

/// The tags to define, in no order.
#[wasm_bindgen(js_name = tags)]
pub fn tags() -> Vec<String> {
    Tag::ALL.map(|tag| tag.name().to_owned()).to_vec()
}

/// The attributes whose change an element reports by calling [`Machine::define`].
#[wasm_bindgen(js_name = observed)]
pub fn observed() -> Vec<String> {
    OBSERVED.map(str::to_owned).to_vec()
}

/// The style sheet of all shadow roots.
#[wasm_bindgen(js_name = style)]
pub fn style() -> String {
    STYLE.to_owned()
}

/// What stands behind one element.
#[wasm_bindgen]
pub struct Machine {
    tag: Tag,
    state: RefCell<State>,
}

struct State {
    control: Control,
    looks: Looks,
    /// Somebody or a script gave it a value, so the `value` attribute no longer does (HTML's dirty
    /// value flag).
    dirty: bool,
    /// Whether to show what is wrong: once somebody has left it, or tried to send it.
    reporting: bool,
    drawn: Drawn,
}

#[wasm_bindgen]
impl Machine {
    /// The machine behind an element of this tag, not yet defined.
    #[wasm_bindgen(constructor)]
    pub fn new(tag: &str) -> Self {
        let tag = Tag::from_name(tag).unwrap_or(Tag::Slider);
        let read = control_from(tag, Direction::LeftToRight, |_| None);
        let state = State {
            control: read.control,
            looks: read.looks,
            dirty: false,
            reporting: false,
            drawn: Drawn::default(),
        };
        Self { tag, state: RefCell::new(state) }
    }

    /// Makes the control anew from the element's attributes. A value that somebody gave it is kept as
    /// far as the new definition allows.
    pub fn define(&self, ports: &Ports) {
        let direction = match ports.right_to_left() {
            true => Direction::RightToLeft,
            false => Direction::LeftToRight,
        };
        let read = control_from(self.tag, direction, |name| ports.attribute(name));
        for note in read.notes {
            ports.note(&note.to_string());
        }
        {
            let state = &mut *self.state.borrow_mut();
            let before = std::mem::replace(&mut state.control, read.control);
            state.looks = read.looks;
            let conditions = state.control.conditions_mut();
            conditions.disabled = ports.disabled();
            conditions.custom_error = before.conditions().custom_error.clone();
            if state.dirty {
                let _ = state.control.set_nearest(before.value());
            }
        }
        self.show(ports);
    }

    /// A pointer did something to the element: `down`, `move`, `up`, `cancel`, `leave` or `click`, on
    /// the part of this name, at this place of the track or row of icons. Says whether the element is to
    /// capture the pointer.
    pub fn pointer(&self, ports: &Ports, what: &str, part: &str, x: f64, y: f64) -> bool {
        let gesture = Gesture { what, part, x, y };
        let intent = gesture.intent(&self.state.borrow().control);
        let Some(intent) = intent else { return false };
        self.attempt(ports, intent);
        matches!(intent, Intent::Press(_) | Intent::Grab(_)) && self.grabbed()
    }

    /// A key was pressed. Says whether the control has a use for it, so that the page should not scroll.
    pub fn key(&self, ports: &Ports, key: &str) -> bool {
        let Some(key) = Key::from_ui_events(key) else { return false };
        let refusal = self.attempt(ports, Intent::Key(key));
        refusal != Some(pin_notch::Refusal::NotForThis)
    }

    /// The form was reset.
    pub fn reset(&self, ports: &Ports) {
        {
            let state = &mut *self.state.borrow_mut();
            state.control.reset();
            state.dirty = false;
            state.reporting = false;
        }
        self.show(ports);
    }

    /// The element became disabled or enabled, by its attribute or a fieldset.
    pub fn disable(&self, ports: &Ports, disabled: bool) {
        self.state.borrow_mut().control.conditions_mut().disabled = disabled;
        self.show(ports);
    }

    /// From now on, show what is wrong with the value.
    pub fn report(&self, ports: &Ports) {
        self.state.borrow_mut().reporting = true;
        self.show(ports);
    }

    /// The program's own objection to the value; "" takes it back.
    pub fn object(&self, ports: &Ports, message: String) {
        let objection = Some(message).filter(|message| !message.is_empty());
        self.state.borrow_mut().control.conditions_mut().custom_error = objection;
        self.show(ports);
    }

    /// The value as a form would send it; for a switch, what it sends when it is on.
    #[wasm_bindgen(getter)]
    pub fn value(&self) -> String {
        match &self.state.borrow().control {
            Control::Switch(switch) => switch.submission_value().to_owned(),
            control => control.entries().into_iter().next().unwrap_or_default(),
        }
    }

    /// The value in words, as it is shown and spoken.
    #[wasm_bindgen(getter, js_name = valueText)]
    pub fn value_text(&self) -> String {
        let view = self.state.borrow().control.view();
        match &view.semantics().range {
            Some(range) => range.text.clone(),
            None => self.state.borrow().control.value().to_string(),
        }
    }

    /// Whether it is on; false for what is no switch.
    #[wasm_bindgen(getter)]
    pub fn checked(&self) -> bool {
        self.state.borrow().control.value() == Value::On(true)
    }

    /// A script sets the value: to the nearest allowed one, as HTML does, but not silently. A text that
    /// is no number changes nothing.
    pub fn set(&self, ports: &Ports, text: &str) {
        let value = match text {
            "" => Ok(Value::Empty),
            text => parse_number(text).map(Value::Number),
        };
        match value {
            Ok(value) => self.put(ports, value, text),
            Err(error) => ports.note(&format!("value is left as it is: {error}")),
        }
    }

    /// A script turns it on or off.
    pub fn check(&self, ports: &Ports, on: bool) {
        self.put(ports, Value::On(on), "");
    }

    /// The browser brings back what the element held when the page was left.
    pub fn restore(&self, ports: &Ports, text: &str) {
        match self.tag {
            Tag::Switch => self.check(ports, text == "on"),
            _ => self.set(ports, text),
        }
    }
}

impl Machine {
    fn put(&self, ports: &Ports, value: Value, text: &str) {
        let taken = {
            let state = &mut *self.state.borrow_mut();
            state.dirty = true;
            let _ = state.control.set_nearest(value.clone());
            state.control.value()
        };
        if let (Value::Number(_) | Value::Empty, false) = (&value, taken == value) {
            ports.note(&format!("value \"{text}\" is not allowed: the nearest is {taken}"));
        }
        self.show(ports);
    }

    fn grabbed(&self) -> bool {
        gesture::is_grabbed(&self.state.borrow().control)
    }

    /// Carries out an intent, shows what came of it, and tells the page.
    fn attempt(&self, ports: &Ports, intent: Intent) -> Option<pin_notch::Refusal> {
        let turn = {
            let state = &mut *self.state.borrow_mut();
            let turn = state.control.handle(intent);
            state.dirty |= turn.events().any(|event| matches!(event, Event::Input(_)));
            turn
        };
        if turn.refusal().is_none() {
            self.show(ports);
        }
        self.tell(ports, intent, &turn);
        turn.refusal()
    }

    fn tell(&self, ports: &Ports, intent: Intent, turn: &Turn<Value>) {
        if ports.is_heard() {
            ports.turn(&intent.to_string(), &turn.to_string(), turn.refusal().is_some());
        }
        for event in turn.events() {
            match event {
                Event::Input(_) => ports.fire("input"),
                Event::Change(_) => ports.fire("change"),
                _ => {}
            }
        }
    }

    fn show(&self, ports: &Ports) {
        let state = &mut *self.state.borrow_mut();
        let face = Face::of(&state.control.view(), &state.looks, state.reporting);
        state.drawn.show(ports, face, &state.control);
    }
}
