//! Pin Notch controls in the browser: form-associated custom elements, one for each control.
//!
//! A [`Machine`] stands behind each element. It holds a control and what was drawn of it last, and no
//! reference to the page at all, so that an element that is removed is collected. The element hands its
//! [`Ports`] into each call; the script beside this file (`elements.js`) is the class that owns them.
//!
//! No borrow is held while the page's own listeners run: they may call back into the machine.
//!
//! A page loads the built files. A program that is itself compiled for the browser calls [`register`] and
//! has the elements in its own module.

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod keys;
mod paint;
mod ports;
mod world;

pub use ports::Ports;

use paint::Drawn;
use pin_notch::{
    Choice, Control, Date, Direction, Event, Intent, Place, Refusal, Switch, Thumb, Turn, Value,
    steps_held,
};
use pin_notch_html::{
    Action, Face, Looks, OBSERVED, Surroundings, Tag, control_from, entries_of, style_of,
};
use std::cell::RefCell;
use wasm_bindgen::prelude::*;

#[cfg(all(feature = "allocator", target_family = "wasm"))]
#[global_allocator]
static ALLOCATOR: rlsf::SmallGlobalTlsf = rlsf::SmallGlobalTlsf::new();

#[wasm_bindgen(module = "/src/elements.js")]
extern "C" {
    /// Defines the elements, each with a machine that `first` makes for its tag. `described` is, in records:
    /// the attributes that are observed, after an empty field; then tag and style sheet of each.
    #[wasm_bindgen(js_name = defineElements)]
    fn define_elements(first: Machine, described: &str);
}

/// Defines all elements in this page. One that is defined already is left as it is.
#[wasm_bindgen]
pub fn register() {
    let mut described = ports::Operations::default();
    described.add("", &OBSERVED);
    for tag in Tag::all() {
        described.add(tag.name(), &[&style_of(tag)]);
    }
    define_elements(Machine::new(Tag::Slider), described.text());
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
    /// The options that a script gave it, which count before those inside the element.
    offered: Option<Vec<Choice>>,
    /// How many steps a button that is held has made.
    held: u32,
    drawn: Drawn,
}

#[wasm_bindgen]
impl Machine {
    /// A machine for an element of this tag.
    pub fn make(&self, tag: &str) -> Machine {
        Self::new(Tag::from_name(tag).unwrap_or(Tag::Slider))
    }

    /// Tells it what happened to its element: what, with two texts and two numbers that say more. Says
    /// whether that was of use to the control.
    ///
    /// All goes through this one way, for each that leads into a module from its page takes its share of
    /// both.
    pub fn tell(&self, ports: &Ports, what: &str, with: &str, also: &str, x: f64, y: f64) -> bool {
        match what {
            "define" => self.define(ports, with),
            "key" => return self.key(ports, with, also, x),
            "act" => self.act(ports, with, also),
            "hold" => self.hold(ports, x as i32, y as u32),
            "day" => self.point_day(ports, with),
            "typed" => self.typed(ports, with, also),
            "focused" => self.focused(ports, with, x as i32),
            "left" => self.left(ports),
            "close" => self.close(ports),
            // The list was scrolled so that this row is the first in sight.
            "scroll" => {
                self.attempt(ports, Intent::Scroll(x as usize));
            }
            "set" => self.set(ports, with),
            // A script turns it on or off, or to neither.
            "check" => {
                let value = match with {
                    "mixed" => Value::Mixed,
                    state => Value::On(state == "1"),
                };
                self.put(ports, value);
            }
            "step" => self.step(ports, x as i32),
            "reset" | "disabled" | "invalid" | "object" | "options" | "loading" | "failed" => {
                self.state.borrow_mut().told(what, with, x != 0.0);
                self.show(ports);
            }
            _ => return self.pointer(ports, what, with, Place::new(x, y)),
        }
        true
    }
}

impl State {
    /// What the page tells of the element, and what a script does to it.
    fn told(&mut self, what: &str, with: &str, on: bool) {
        let conditions = self.control.conditions_mut();
        match what {
            // The element became disabled or enabled, by its attribute or a fieldset.
            "disabled" => conditions.disabled = on,
            // The program's own objection to the value; "" takes it back.
            "object" => conditions.custom_error = (!with.is_empty()).then(|| with.to_owned()),
            // From now on, show what is wrong with the value.
            "invalid" => self.reporting = true,
            // The form was reset.
            "reset" => {
                self.control.reset();
                (self.dirty, self.reporting) = (false, false);
            }
            // A script gives it options: `o` records as in `define`.
            "options" => {
                let options = ports::records(with).map(|record| choice(&record[1..]));
                let options: Vec<Choice> = options.collect();
                if let Control::Select(select) = &mut self.control {
                    select.set_choices(options.iter().cloned());
                }
                self.offered = Some(options);
            }
            // The options are on their way, or could not be had for this reason.
            _ => {
                if let Control::Select(select) = &mut self.control {
                    match what {
                        "loading" => select.set_loading(),
                        _ => select.set_failed(with),
                    }
                }
            }
        }
    }

    fn operations(&mut self) -> ports::Operations {
        let face = Face::of(&self.control, &self.looks, self.reporting);
        self.drawn.operations(face, &self.control)
    }
}

impl Machine {
    fn new(tag: Tag) -> Self {
        // What stands here until the element says what it is.
        let state = State {
            control: Switch::new().into(),
            looks: Looks::default(),
            dirty: false,
            reporting: false,
            offered: None,
            held: 0,
            drawn: Drawn::default(),
        };
        Self { tag, state: RefCell::new(state) }
    }

    /// Makes the control anew from the element and its surroundings. A value that somebody gave it is kept
    /// as far as the new definition allows.
    ///
    /// `described` is, in records: direction, today, whether it is disabled, accessible name, language and
    /// SVG; then `a`, name and value for each attribute; `o`, value, text, group and `1` if it is disabled
    /// for each option.
    fn define(&self, ports: &Ports, described: &str) {
        let mut records = ports::records(described);
        let head = records.next().unwrap_or_default();
        let of = |at: usize| head.get(at).map(String::as_str).unwrap_or_default();
        let mut around = Surroundings::default();
        if of(0) == "rtl" {
            around.direction = Direction::RightToLeft;
        }
        around.today = of(1).parse().unwrap_or(Date::FIRST);
        around.label = of(3).to_owned();
        around.world = world::world(ports, of(4));
        around.svg = of(5).to_owned();
        let mut attributes = Vec::new();
        for mut record in records {
            match record.first().map(String::as_str) {
                Some("a") if record.len() > 2 => {
                    let value = record.swap_remove(2);
                    attributes.push((record.swap_remove(1), value));
                }
                Some("o") => around.options.push(choice(&record[1..])),
                _ => {}
            }
        }
        let state = &mut *self.state.borrow_mut();
        if let Some(offered) = &state.offered {
            around.options.clone_from(offered);
        }
        let read = control_from(self.tag, &around, |name| {
            attributes.iter().find(|(found, _)| found == name).map(|(_, value)| value.clone())
        });
        for note in read.notes {
            ports.note(&note.to_string());
        }
        let before = std::mem::replace(&mut state.control, read.control);
        state.looks = read.looks;
        let conditions = state.control.conditions_mut();
        conditions.disabled = of(2) == "1";
        conditions.custom_error = before.conditions().custom_error.clone();
        if state.dirty {
            let _ = state.control.set_nearest(before.value());
        }
        let operations = state.operations();
        operations.carry_out(ports);
    }

    /// A pointer did something to the element: `down`, `move`, `up`, `cancel`, `leave` or `click`, on
    /// the part of this name, at this place of the track or row of icons. Says whether the element is to
    /// capture the pointer.
    fn pointer(&self, ports: &Ports, what: &str, part: &str, at: Place) -> bool {
        let intent = gesture(&self.state.borrow().control, what, part, at);
        let Some(intent) = intent else { return false };
        let refused = self.attempt(ports, intent).is_some();
        matches!(intent, Intent::Press(_) | Intent::Grab(_))
            && !refused
            && is_grabbed(&self.state.borrow().control)
    }

    /// A key was pressed while this part had the focus, at this time in milliseconds. Says whether the
    /// control has a use for it, so that the page should not scroll.
    fn key(&self, ports: &Ports, part: &str, key: &str, at: f64) -> bool {
        let intent = keys::intent(&self.state.borrow().control, part, key, at as u64);
        let Some(intent) = intent else { return false };
        self.attempt(ports, intent) != Some(Refusal::NotForThis)
    }

    /// A part was pressed that says what that means.
    fn act(&self, ports: &Ports, action: &str, with: &str) {
        let intent = {
            let control = &self.state.borrow().control;
            // That a field has the focus already is no news.
            Action::intent(action, with, control).filter(|intent| !is_taken(control, *intent))
        };
        if let Some(intent) = intent {
            self.attempt(ports, intent);
        }
    }

    /// A button that steps has been held for so many milliseconds; 0 when it is pressed.
    fn hold(&self, ports: &Ports, direction: i32, milliseconds: u32) {
        let steps = {
            let state = &mut *self.state.borrow_mut();
            let steps = steps_held(milliseconds);
            let more = if milliseconds == 0 { steps } else { steps.saturating_sub(state.held) };
            state.held = steps;
            more
        };
        if steps > 0 {
            let steps = i32::try_from(steps).unwrap_or(i32::MAX);
            self.attempt(ports, Intent::Step(direction.saturating_mul(steps)));
        }
    }

    /// The pointer is over this day, or over none.
    fn point_day(&self, ports: &Ports, day: &str) {
        let begun = match &self.state.borrow().control {
            Control::Dates(dates) => dates.view().begun,
            _ => false,
        };
        match (begun, day.parse()) {
            (true, Ok(day)) => self.attempt(ports, Intent::PointDay(day)),
            (true, Err(_)) => self.attempt(ports, Intent::Leave),
            (false, _) => None,
        };
    }

    /// What stands in a field is now this; the page is told what ought to stand there.
    fn typed(&self, ports: &Ports, end: &str, text: &str) {
        self.attempt(ports, Intent::Type(text));
        let held = self.state.borrow().drawn.text(end);
        if let Some(held) = held {
            let mut all = ports::Operations::default();
            all.add("field", &[&held]);
            all.carry_out(ports);
        }
    }

    /// A part with one end of a span, or with a field, got the focus.
    fn focused(&self, ports: &Ports, end: &str, field: i32) {
        let intent = match (end, usize::try_from(field)) {
            ("from", _) => Intent::Take(Thumb::Low),
            ("to", _) => Intent::Take(Thumb::High),
            (_, Ok(field)) => Intent::Field(field),
            _ => return,
        };
        // That it has it already is no news.
        if !is_taken(&self.state.borrow().control, intent) {
            self.attempt(ports, intent);
        }
    }

    /// The focus left the element: what was typed is settled, and what is open closes.
    fn left(&self, ports: &Ports) {
        let (open, drafting) = {
            let control = &self.state.borrow().control;
            (pin_notch_html::is_open(control), control.is_drafting())
        };
        if open {
            self.attempt(ports, Intent::Close);
        }
        if drafting {
            self.attempt(ports, Intent::Settle);
        }
        self.state.borrow_mut().reporting = true;
        self.show(ports);
    }

    /// Somebody pressed outside of what is open.
    fn close(&self, ports: &Ports) {
        if pin_notch_html::is_open(&self.state.borrow().control) {
            self.attempt(ports, Intent::Close);
        }
    }

    /// A script sets the value, or the values, which follow `v` in a record: to the nearest allowed one, as
    /// HTML does, but not silently. A text that is no such value changes nothing.
    fn set(&self, ports: &Ports, described: &str) {
        let read = {
            let control = &self.state.borrow().control;
            let mut texts = ports::records(described).next().unwrap_or_default();
            texts.drain(..1.min(texts.len()));
            let texts = entries_of(control, texts);
            control.read(&texts)
        };
        match read {
            Ok(value) => self.put(ports, value),
            Err(error) => ports.note(&format!("value is left as it is: {error}")),
        }
    }

    /// A script steps it: HTML's `stepUp()` and `stepDown()`, which make no event.
    fn step(&self, ports: &Ports, steps: i32) {
        let refused = {
            let state = &mut *self.state.borrow_mut();
            let turn = state.control.handle(Intent::Step(steps));
            state.dirty |= turn.refusal().is_none();
            turn.refusal()
        };
        if let Some(refusal) = refused {
            ports.note(&format!("nothing is stepped: {refusal}"));
        }
        self.show(ports);
    }

    fn put(&self, ports: &Ports, value: Value) {
        let taken = {
            let state = &mut *self.state.borrow_mut();
            state.dirty = true;
            let taken = state.control.set_nearest(value.clone());
            taken.map(|taken| (taken != value).then_some(taken))
        };
        match taken {
            Ok(None) => {}
            Ok(Some(taken)) => {
                ports.note(&format!("value \"{value}\" is not allowed: the nearest is {taken}"));
            }
            Err(refusal) => ports.note(&format!("value \"{value}\" is left out: {refusal}")),
        }
        self.show(ports);
    }

    fn attempt(&self, ports: &Ports, intent: Intent) -> Option<Refusal> {
        let turn = {
            let state = &mut *self.state.borrow_mut();
            let turn = state.control.handle(intent);
            state.dirty |= turn.events().any(|event| matches!(event, Event::Input(_)));
            turn
        };
        if turn.refusal().is_none() {
            self.show(ports);
        }
        self.announce(ports, intent, &turn);
        turn.refusal()
    }

    fn announce(&self, ports: &Ports, intent: Intent, turn: &Turn<Value>) {
        if ports.is_heard() {
            ports.turn(&intent.to_string(), &turn.to_string(), turn.refusal().is_some());
        }
        for event in turn.events() {
            match event {
                Event::Input(_) => ports.fire("input"),
                Event::Change(_) => ports.fire("change"),
                Event::Opened | Event::Closed => ports.fire("toggle"),
                _ => {}
            }
        }
    }

    fn show(&self, ports: &Ports) {
        let operations = self.state.borrow_mut().operations();
        operations.carry_out(ports);
    }
}

/// An option as a page describes it: value, text, group, and `1` if it is disabled.
fn choice(fields: &[String]) -> Choice {
    let of = |at: usize| fields.get(at).map(String::as_str).unwrap_or_default();
    let choice = Choice::new(of(0), of(1));
    let choice = if of(2).is_empty() { choice } else { choice.in_group(of(2)) };
    if of(3) == "1" { choice.disabled() } else { choice }
}

/// What a pointer's move means; `None` when it means nothing, as a pointer that passes over a slider.
fn gesture(control: &Control, what: &str, part: &str, place: Place) -> Option<Intent<'static>> {
    match (control, what, part) {
        (Control::Slider(_) | Control::SpanSlider(_), _, _) => match (what, part) {
            ("down", "thumb") => Some(Intent::Grab(place)),
            ("down", "track") => Some(Intent::Press(place)),
            ("move", _) => is_grabbed(control).then_some(Intent::Move(place)),
            ("up", _) => is_grabbed(control).then_some(Intent::Release),
            ("cancel", _) => is_grabbed(control).then_some(Intent::Cancel),
            _ => None,
        },
        (Control::Rating(_), "move" | "down", "icons") => Some(Intent::Point(place)),
        (Control::Rating(_), "up", "icons") => Some(Intent::Press(place)),
        (Control::Rating(rating), "leave" | "cancel" | "move", _) => {
            rating.view().pointed.then_some(Intent::Leave)
        }
        (Control::Switch(_) | Control::Checkbox(_), "click", _) => Some(Intent::Flip),
        _ => None,
    }
}

fn is_grabbed(control: &Control) -> bool {
    match control {
        Control::Slider(slider) => slider.is_grabbed(),
        Control::SpanSlider(span) => span.is_grabbed(),
        _ => false,
    }
}

/// Whether keys mean this end, or this field, already.
fn is_taken(control: &Control, intent: Intent) -> bool {
    match (control, intent) {
        (Control::SpanSlider(span), Intent::Take(thumb)) => span.view().active == thumb,
        (Control::Dates(dates), Intent::Take(thumb)) => {
            !dates.has_two_fields() || dates.view().active == thumb
        }
        (Control::Month(month), Intent::Field(at)) => month.active_field() == at,
        (Control::Week(week), Intent::Field(at)) => week.active_field() == at,
        (Control::Time(time), Intent::Field(at)) => time.active_field() == at,
        (Control::DateTime(time), Intent::Field(at)) => time.active_field() == at,
        _ => false,
    }
}
