//! Pin Notch controls in the browser: form-associated custom elements, one for each control.
//!
//! Behind each element there is a [`Machine`]. It contains a control and what was drawn last, and no
//! reference to the page, so that removed elements are garbage-collected. The element passes its [`Ports`]
//! to each call. They belong to the class in the script beside this file (`elements.js`).
//!
//! No borrow is held while the page's own listeners run, because they may call the machine again.
//!
//! A page loads the built files. A program that is itself compiled for the browser calls [`register`] to
//! have the elements in its own module.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]
#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod attempts;
mod described;
#[cfg(feature = "form")]
mod form;
mod gesture;
mod keys;
mod kinds;
mod message;
mod paint;
mod ports;
mod script;
mod world;

#[cfg(feature = "form")]
pub use form::FormMachine;
pub use ports::Ports;

use described::Described;
use message::Message;
use paint::Drawn;
use pin_notch::{Choice, Control, ControlKind, Definition, Intent, Refusal, Value};
use pin_notch_html::{Face, Looks, Note, control_of, kind_of_tag, style_of, tag_of};
use std::cell::RefCell;
use wasm_bindgen::prelude::*;

#[cfg(all(feature = "allocator", target_family = "wasm"))]
#[global_allocator]
static ALLOCATOR: rlsf::SmallGlobalTlsf = rlsf::SmallGlobalTlsf::new();

#[wasm_bindgen(module = "/src/script/elements.js")]
extern "C" {
    /// Defines the elements. `first` creates the machine for a tag. `described` has a record for each
    /// element: tag and style sheet.
    fn arrive(first: Machine, described: &str);
}

/// Starts the elements of this page, which the script beside this file defines.
#[wasm_bindgen]
pub fn register() {
    let mut described = ports::Operations::default();
    for kind in ControlKind::ALL {
        described.add(tag_of(*kind), &[&style_of(*kind)]);
    }
    arrive(Machine::new(ControlKind::Slider), described.text());
    #[cfg(feature = "form")]
    form::arrive();
}

/// The machine behind one element.
#[wasm_bindgen]
pub struct Machine {
    kind: ControlKind,
    state: RefCell<State>,
}

struct State {
    control: Control,
    looks: Looks,
    /// Whether its element has been described.
    is_defined: bool,
    /// Whether to show problems: after somebody has left it or tried to send it.
    reporting: bool,
    /// The options set by a script, which take precedence over those inside the element.
    offered: Option<Vec<Choice>>,
    /// The number of steps made so far by a button that is being held.
    steps_made: u32,
    /// The program's own objection to the value, and that of the form's rules.
    objection: String,
    rule: String,
    /// Whether it is disabled, itself or by a fieldset, and whether it counts in its form.
    is_disabled: bool,
    counts: bool,
    /// Its last turn, until it has been reported to its form: the intent as text, and the outcome.
    #[cfg(feature = "form")]
    last: Option<(String, pin_notch::Turn<Value>)>,
    drawn: Drawn,
}

#[wasm_bindgen]
impl Machine {
    /// A machine for an element of this tag.
    pub fn make(&self, tag: &str) -> Machine {
        Self::new(kind_of_tag(tag).unwrap_or(self.kind))
    }

    /// Reports what happened to its element, as encoded by the script: see `message.rs`. Returns whether
    /// the control handled it.
    pub fn tell(&self, ports: &Ports, word: &str, text: &str, also: &str, x: f64, y: f64) -> bool {
        match Message::read(word, text, also, x, y) {
            Some(message) => self.receive(ports, message),
            None => false,
        }
    }
}

impl Machine {
    fn new(kind: ControlKind) -> Self {
        // A placeholder until the element has been described.
        let (control, _) = Definition::new(kind).build_or_mend();
        let state = State {
            control,
            looks: Looks::default(),
            is_defined: false,
            reporting: false,
            offered: None,
            steps_made: 0,
            objection: String::new(),
            rule: String::new(),
            is_disabled: false,
            counts: true,
            #[cfg(feature = "form")]
            last: None,
            drawn: Drawn::default(),
        };
        Self { kind, state: RefCell::new(state) }
    }

    fn receive(&self, ports: &Ports, message: Message) -> bool {
        let is_program = message.is_program();
        let is_used = self.carry_out(ports, message);
        if cfg!(feature = "form") && is_program {
            ports.changed();
        }
        is_used
    }

    fn carry_out(&self, ports: &Ports, message: Message) -> bool {
        match message {
            Message::Define(described) => self.define(ports, described),
            Message::Name { label, description } => self.change(ports, |state| {
                (state.looks.label, state.looks.description) =
                    (label.to_owned(), description.to_owned());
            }),
            Message::Key { part, key, at } => return self.key(ports, part, key, at),
            Message::Act { action, with } => self.act(ports, action, with),
            Message::Hold { direction, milliseconds } => self.hold(ports, direction, milliseconds),
            Message::PointDay(day) => self.point_day(ports, day),
            Message::Type { end, text } => self.type_text(ports, end, text),
            Message::Focus { end, field } => self.focus(ports, end, field),
            Message::Settle => self.settle(ports),
            Message::Leave => self.leave(ports),
            Message::Close => {
                let open = self.state.borrow().control.has_open_popup();
                if open {
                    self.attempt(ports, Intent::Close);
                }
            }
            Message::Scroll(row) => {
                self.attempt(ports, Intent::Scroll(row));
            }
            Message::SetValue(text) => {
                let read = self.state.borrow().control.parse(text);
                self.set(ports, read.map_err(|error| error.to_string()));
            }
            Message::SetValues(texts) => {
                let read = self.state.borrow().control.read(&texts);
                self.set(ports, read.map_err(|error| error.to_string()));
            }
            Message::Check(value) => self.set(ports, Ok(value)),
            Message::Draft(texts) => self.change(ports, |state| state.control.set_draft(&texts)),
            Message::Step(steps) => {
                if let Err(refusal) = self.state.borrow_mut().control.step_by(steps) {
                    ports.note(&format!("not stepped: {refusal}"));
                }
                self.show(ports);
            }
            Message::Point { pointer, part, place } => {
                let intent = gesture::intent(&self.state.borrow().control, pointer, part, place);
                let Some(intent) = intent else { return false };
                let refused = self.turn(ports, intent).refusal().is_some();
                // A thumb that is held captures the pointer.
                return matches!(intent, Intent::Press(_) | Intent::Grab(_))
                    && !refused
                    && self.state.borrow().control.is_grabbed();
            }
            Message::Reset => self.change(ports, |state| {
                state.control.reset();
                state.reporting = false;
            }),
            Message::Disable(on) => self.change(ports, |state| {
                state.is_disabled = on;
                state.apply_conditions();
            }),
            Message::Count(on) => self.change(ports, |state| {
                state.counts = on;
                state.apply_conditions();
            }),
            Message::Report => self.change(ports, |state| state.reporting = true),
            Message::Object(why) => self.change(ports, |state| {
                state.objection = why.to_owned();
                state.object();
            }),
            Message::Rule(why) => self.change(ports, |state| {
                state.rule = why.to_owned();
                state.reporting |= !why.is_empty();
                state.object();
            }),
            Message::Refuse(why) => {
                self.change(ports, |state| state.looks.problem = why.to_owned())
            }
            Message::Offer(options) => self.change(ports, |state| state.offer(options)),
            Message::Load => self.change(ports, |state| {
                if let Control::Select(select) = &mut state.control {
                    select.set_loading();
                }
            }),
            Message::Fail(why) => self.change(ports, |state| {
                if let Control::Select(select) = &mut state.control {
                    select.set_failed(why);
                }
            }),
        }
        true
    }

    /// Updates the control to the current definition and surroundings of its element.
    fn define(&self, ports: &Ports, described: &str) {
        let described = Described::read(ports, described);
        let mut moved = None;
        self.change(ports, |state| {
            let (value, given) =
                (state.control.value(), state.control.definition().attribute("value"));
            let read = described.definition(self.kind, state.offered.as_deref());
            let (control, notes) = control_of(read.definition);
            for note in read.notes.iter().chain(&notes) {
                ports.note(&note.to_string());
            }
            // `control_of` returns a valid definition, so that the control accepts it.
            let _ = state.control.set_definition(control.definition());
            state.control.set_surroundings(&described.surroundings);
            state.is_disabled = described.disabled;
            state.apply_conditions();
            state.looks.svg.clone_from(&described.looks.svg);
            if !state.is_defined {
                described.looks.enter(&mut state.control);
                state.looks.problem = described.looks.problem;
            }
            // The value follows the definition if it was the default, or if it does not fit any more.
            let misfit = notes.iter().find(|note| note.attribute() == "value").map(Note::why);
            let is_left = state.control.definition().attribute("value") == given;
            if state.is_defined && is_left && state.control.value() != value {
                let why = misfit.unwrap_or_else(|| "the definition changed".to_owned());
                moved = Some((value.attribute_text(), why));
            } else if let Some(why) = misfit {
                moved = Some((given.unwrap_or_default(), why));
            }
            state.is_defined = true;
        });
        if let Some((wanted, why)) = moved {
            ports.adjusted(&wanted, &why);
        }
    }

    /// A script sets the value: to the nearest allowed one, as in HTML, but with a note. Without a value, a
    /// control that is never empty returns to its default, as in HTML. A text that is not a value of this kind
    /// changes nothing.
    fn set(&self, ports: &Ports, read: Result<Value, String>) {
        let value = match read {
            Ok(value) => value,
            Err(why) => return ports.note(&format!("value is unchanged: {why}")),
        };
        let taken = {
            let control = &mut self.state.borrow_mut().control;
            match control.set_nearest(value.clone()) {
                Err(Refusal::NeverEmpty) => {
                    control.set_nearest(control.default_value()).map(|_| value.clone())
                }
                taken => taken,
            }
        };
        self.show(ports);
        let why = match taken {
            Ok(taken) if taken == value => return,
            Ok(taken) => format!("the nearest is {taken}"),
            Err(refusal) => refusal.to_string(),
        };
        ports.misfit(&value.attribute_text(), &why);
    }

    /// Makes a change that is not an attempt of the person, and updates the page.
    fn change(&self, ports: &Ports, change: impl FnOnce(&mut State)) {
        change(&mut self.state.borrow_mut());
        self.show(ports);
    }

    fn show(&self, ports: &Ports) {
        // Nothing is drawn before the element has been described, so that what a server has drawn is not
        // drawn again.
        if !self.state.borrow().is_defined {
            return;
        }
        let operations = self.state.borrow_mut().operations();
        operations.carry_out(ports);
    }
}

impl State {
    /// Disables or enables the control according to everything outside it.
    fn apply_conditions(&mut self) {
        self.control.set_fieldset_disabled(self.is_disabled || !self.counts);
    }

    /// Sets the objection of the program or of a rule.
    fn object(&mut self) {
        let why = if self.objection.is_empty() { &self.rule } else { &self.objection };
        self.control.set_custom_error(why);
    }

    /// The control by itself, without the conditions that the form imposes on it.
    #[cfg(feature = "form")]
    fn alone(&self) -> Control {
        let mut control = self.control.clone();
        control.set_custom_error(&self.objection);
        control
    }

    /// Sets options from a script. Invalid ones are ignored.
    fn offer(&mut self, options: Vec<Choice>) {
        if let Control::Select(select) = &mut self.control {
            // Setting the same options again also ends loading.
            select.set_options(options.iter().cloned());
        } else {
            let mut definition = self.control.definition();
            if definition.set_options(&options).is_ok() {
                let _ = self.control.set_definition(definition);
            }
        }
        self.offered = Some(options);
    }

    /// Announces a text. A repeated text is varied slightly, or it would not be announced again.
    fn say(&mut self, text: String) {
        let again = !text.is_empty() && self.looks.announcement == text;
        self.looks.announcement = if again { text + "\u{a0}" } else { text };
    }

    fn operations(&mut self) -> ports::Operations {
        let face = Face::of(&self.control, &self.looks, self.reporting);
        self.drawn.operations(face, &self.control, self.counts)
    }
}
