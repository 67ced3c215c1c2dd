//! The machine behind the form element: the core's form over the controls of the elements inside.
//!
//! The elements keep their controls. Each reports to the form, through the script, what it did, and the
//! form replies with the consequences. Script and machine exchange records, as an element and its machine
//! do.

mod described;
mod draft;
mod message;
pub(crate) mod moves;
mod native;
mod parts;
mod rows;
mod shown;
mod whole;

use crate::ports::{Operations, Ports, records};
use crate::{Machine, world};
use described::Described;
use message::Message;
use moves::Recorded;
use pin_notch::{
    AnyWorld, Control, Event, Expression, Field, Form, Message as Words, Sentence, Value,
};
use shown::Shown;
use std::cell::RefCell;
use wasm_bindgen::prelude::*;

/// The machine behind one form element.
#[wasm_bindgen]
pub struct FormMachine {
    state: RefCell<State>,
}

/// Something in the page that depends on the values of fields.
#[derive(Clone, Copy, PartialEq)]
enum Watcher {
    Container(usize),
    Output(usize),
}

/// The names and values of fields.
type Contents = Vec<(String, Value)>;

#[derive(Default)]
struct State {
    form: Form,
    world: AnyWorld,
    /// The controls of elements for the next description.
    given: described::Given,
    /// Content that is shown only if this condition holds.
    containers: Vec<Option<Expression>>,
    outputs: Vec<Option<Sentence>>,
    /// The secret fields, such as passwords, which are neither stored nor recorded. A password stays secret
    /// when the page shows it, by making it a text.
    secrets: Vec<String>,
    /// The native controls whose initial number is not allowed, with that number as a text.
    disallowed: Vec<(String, String)>,
    /// What to update when a field changes, by the index of the field.
    watchers: Vec<Vec<Watcher>>,
    shown: Shown,
    recorded: Recorded,
    /// Whether anybody has entered anything since the form started or was reset. What scripts set until then
    /// is what it begins with.
    is_entered: bool,
    /// Whether the page shows, or has shown, everything that was entered.
    is_reviewed: bool,
    /// The values of all fields when it was sent last, until they are accepted.
    sent: Option<Contents>,
}

#[wasm_bindgen(module = "/src/script/form.js")]
extern "C" {
    /// Defines the form element. `first` creates the machine of each.
    #[wasm_bindgen(js_name = arriveForms)]
    fn arrive_forms(first: FormMachine);
}

/// Defines the form element in this page, after the elements of controls.
pub(crate) fn arrive() {
    arrive_forms(FormMachine { state: RefCell::default() });
}

#[wasm_bindgen]
impl FormMachine {
    /// A machine for a form element.
    pub fn make(&self) -> FormMachine {
        Self { state: RefCell::default() }
    }

    /// Passes the control of an element, for the description that follows.
    pub fn give(&self, machine: &Machine, name: &str) {
        let element = machine.state.borrow();
        let given = (element.alone(), element.is_disabled);
        self.state.borrow_mut().given.insert(name.to_owned(), given);
    }

    /// Reports that the element with this name took a turn.
    pub fn took(&self, ports: &Ports, machine: &Machine, name: &str) {
        let (control, turn) = {
            let element = &mut *machine.state.borrow_mut();
            let Some(turn) = element.last.take() else { return };
            (element.alone(), turn)
        };
        self.change(ports, |state, all| state.took(all, name, control, turn));
    }

    /// Reports that a program has changed the element with this name.
    pub fn changed(&self, ports: &Ports, machine: &Machine, name: &str) {
        let element = machine.state.borrow();
        let (control, is_disabled) = (element.alone(), element.is_disabled);
        drop(element);
        self.change(ports, |state, all| {
            state.form.set_disabled_outside(name, is_disabled);
            state.changed(all, name, control);
        });
    }

    /// Reports any other event, or asks a question: see `form/message.rs`.
    pub fn tell(&self, ports: &Ports, word: &str, text: &str) -> String {
        let Some(message) = Message::read(word, text) else { return String::new() };
        let mut all = Operations::default();
        let answer = self.state.borrow_mut().receive(&mut all, ports, message);
        all.carry_out(ports);
        answer
    }
}

impl FormMachine {
    /// Makes a change and updates the page. The page's own code may run during the update, so nothing is
    /// borrowed then.
    fn change(&self, ports: &Ports, change: impl FnOnce(&mut State, &mut Operations)) {
        let mut all = Operations::default();
        change(&mut self.state.borrow_mut(), &mut all);
        all.carry_out(ports);
    }
}

impl State {
    /// Carries out a message and returns its answer, if it has one.
    fn receive(&mut self, all: &mut Operations, ports: &Ports, message: Message) -> String {
        match message {
            Message::Define(text) => {
                let described = Described::read(text);
                let world = world::world(ports, &described.language);
                for note in self.define(all, described, world) {
                    all.add("note", &[&note]);
                }
            }
            Message::Native(text) => self.native(all, text),
            Message::Redescribe(text) => self.redescribe(all, text),
            Message::Leave(name) => self.leave(all, name),
            Message::Undo => return self.undo_or_redo(all, true),
            Message::Redo => return self.undo_or_redo(all, false),
            Message::Rows(text) => return self.rows(all, text),
            Message::Preset(name) => return self.preset(all, name),
            Message::Clear => self.clear(all),
            Message::Reset => self.reset(all),
            Message::Send => return self.send(all),
            Message::Part(text) => return self.part(all, text),
            Message::Review => return self.review(),
            Message::Begin(text) => self.begin(all, text),
            Message::Entered => self.is_entered = true,
            Message::Sending => self.sent = Some(self.contents()),
            Message::Accepted => self.accepted(all),
            Message::Refuse(text) => self.refuse(all, text),
            Message::BringBack(text) => self.bring_back(all, text),
            Message::Draft => return self.draft(),
            Message::Values => return self.values(),
            Message::Problems => return self.problems(false),
            Message::Warnings => return self.problems(true),
            Message::Moves => return self.moves(),
            Message::Recorded => return self.recorded.text(),
            Message::GoOn(text) => self.recorded.prepend(text),
            Message::Say(text) => return self.say(text),
        }
        String::new()
    }

    /// Builds the form that the page describes, and returns the errors in the description.
    fn define(
        &mut self,
        all: &mut Operations,
        described: Described,
        world: AnyWorld,
    ) -> Vec<String> {
        self.world = world;
        let given = std::mem::take(&mut self.given);
        let made = described.form(given, &self.form);
        let notes = made.notes;
        let is_first = self.form.fields().next().is_none();
        self.form = made.form;
        (self.containers, self.outputs) = (made.containers, made.outputs);
        self.disallowed = made.disallowed;
        self.secrets.retain(|name| !made.secrets.contains(name));
        self.secrets.extend(made.secrets);
        let names = self.names();
        self.watchers = vec![Vec::new(); names.len()];
        for (at, one) in self.containers.iter().enumerate() {
            let fields = one.iter().flat_map(Expression::fields);
            watch(&self.form, &mut self.watchers, fields, Watcher::Container(at));
        }
        for (at, one) in self.outputs.iter().enumerate() {
            let fields = one.iter().flat_map(Sentence::fields);
            watch(&self.form, &mut self.watchers, fields, Watcher::Output(at));
        }
        if is_first {
            self.form.follow_from_the_start();
        }
        self.shown.define(all, &self.form, &self.world);
        for name in &names {
            self.put_unless_typed(all, name);
            // A field that has lost its condition counts again. So does an element that now has the name of
            // another.
            let is_conditional = self.form.field(name).is_some_and(Field::is_conditional);
            if !is_conditional {
                all.add("count", &[name, flag(true)]);
            }
            self.report_counting(all, name);
        }
        // Including those that refer to no field.
        let fixed = (0..self.containers.len()).map(Watcher::Container);
        fixed
            .chain((0..self.outputs.len()).map(Watcher::Output))
            .for_each(|one| self.update_watcher(all, one));
        self.update(all, &names);
        notes
    }

    fn took(
        &mut self,
        all: &mut Operations,
        name: &str,
        control: Control,
        (intent, turn): (String, pin_notch::Turn<Value>),
    ) {
        let Ok(turn) = self.form.took(name, control, turn) else { return };
        if turn.turn.events().any(|event| matches!(event, Event::Input(_))) {
            self.form.index_of(name).into_iter().for_each(|at| self.shown.mended(all, at));
        }
        // The page has events of its own for values, but none for drafts.
        if turn.turn.events().any(|event| matches!(event, Event::Draft | Event::Cancelled)) {
            all.add("keep", &[]);
        }
        if !self.is_secret(name) {
            self.recorded.turn(name, &intent, &turn);
        }
        let mut names = vec![name.to_owned()];
        for followed in turn.followed.iter().filter(|followed| followed.outcome.value().is_some()) {
            self.put(all, &followed.name);
            names.push(followed.name.clone());
        }
        for counted in &turn.counted {
            self.report_counting(all, &counted.name);
            names.push(counted.name.clone());
        }
        self.update(all, &names);
    }

    fn changed(&mut self, all: &mut Operations, name: &str, control: Control) {
        let before = self.before();
        let Ok(followed) = self.form.replace(name, control) else { return };
        let mut names = vec![name.to_owned()];
        for followed in followed {
            if followed.outcome.value().is_some() {
                names.push(followed.name);
            }
        }
        if !self.is_entered {
            names.iter().for_each(|name| self.form.compare_with_current(name));
        }
        self.update_since(all, &before, names);
    }

    fn leave(&mut self, all: &mut Operations, name: &str) {
        self.form.leave(name);
        self.update(all, &[name.to_owned()]);
    }

    /// The same as [`put`](Self::put), unless a text is being typed, which stays as it is.
    fn put_unless_typed(&self, all: &mut Operations, name: &str) {
        if !self.form.control(name).is_some_and(Control::is_drafting) {
            self.put(all, name);
        }
    }

    /// Sets an element to the value that the form has for it.
    fn put(&self, all: &mut Operations, name: &str) {
        if let Some(control) = self.form.control(name) {
            let value = control.value();
            let mut parameters = vec![name.to_owned(), draft::checked(&value).to_owned()];
            parameters.extend(draft::texts(control, value));
            let parameters: Vec<&str> = parameters.iter().map(String::as_str).collect();
            all.add("put", &parameters);
        }
    }

    fn report_counting(&self, all: &mut Operations, name: &str) {
        if let Some(field) = self.form.field(name).filter(|field| field.is_conditional()) {
            all.add("count", &[name, flag(field.counts())]);
        }
    }

    /// Updates everything that depends on these fields.
    fn update(&mut self, all: &mut Operations, names: &[String]) {
        let places = names.iter().filter_map(|name| self.form.index_of(name));
        let mut watchers = Vec::new();
        for watcher in places.flat_map(|at| &self.watchers[at]) {
            if !watchers.contains(watcher) {
                watchers.push(*watcher);
            }
        }
        watchers.into_iter().for_each(|watcher| self.update_watcher(all, watcher));
        let names: Vec<&str> = names.iter().map(String::as_str).collect();
        names.iter().for_each(|name| self.offer_rows(all, name));
        self.shown.update(all, &self.form, &self.world, &names);
        if self.is_reviewed {
            all.add("reviewed", &[]);
        }
    }

    fn update_watcher(&self, all: &mut Operations, watcher: Watcher) {
        match watcher {
            Watcher::Container(at) => {
                let holds = |one: &Expression| one.holds(&self.form) == Some(true);
                let shows = self.containers[at].as_ref().is_none_or(holds);
                all.add("show", &[&at.to_string(), flag(shows)]);
            }
            Watcher::Output(at) => {
                let text = |one: &Sentence| one.text(&self.form, &*self.world);
                let text = self.outputs[at].as_ref().and_then(text).unwrap_or_default();
                all.add("output", &[&at.to_string(), &text]);
            }
        }
    }

    /// Whether it can be sent: "1", or an empty text if there are problems, which are then shown.
    fn send(&mut self, all: &mut Operations) -> String {
        let sent = self.form.submit();
        self.recorded.sent(&sent);
        let names = self.names();
        self.shown.send(all);
        self.update(all, &names);
        flag(sent.is_ok()).to_owned()
    }

    fn is_secret(&self, name: &str) -> bool {
        self.secrets.iter().any(|secret| secret == name)
    }

    fn names(&self) -> Vec<String> {
        self.form.fields().map(|field| field.name.clone()).collect()
    }

    fn contents(&self) -> Contents {
        self.form.fields().map(|field| (field.name.clone(), field.control.value())).collect()
    }

    /// What these fields contain now is what they begin with.
    fn begin(&mut self, all: &mut Operations, text: &str) {
        let names = records(text).next().unwrap_or_default();
        names.iter().for_each(|name| self.form.compare_with_current(name));
        self.sent = self.sent.take().map(|_| self.contents());
        self.update(all, &names);
    }

    /// The receiver has accepted what was sent last or, if nothing was, the current values.
    fn accepted(&mut self, all: &mut Operations) {
        let sent = self.sent.take().unwrap_or_else(|| self.contents());
        self.form.mark_accepted(sent.iter().map(|(name, value)| (name.as_str(), value)));
        self.update(all, &self.names());
    }

    /// The problems found by the form's receiver: a record for each, with the field's name and the text.
    fn refuse(&mut self, all: &mut Operations, text: &str) {
        let mut names = Vec::new();
        for record in records(text) {
            let [name, why] = [0, 1].map(|at| record.get(at).cloned().unwrap_or_default());
            all.add("refused", &[&name, &why]);
            self.shown.refuse(self.form.index_of(&name), &why);
            names.push(name);
        }
        self.update(all, &names);
    }

    /// A text for people.
    fn say(&self, text: &str) -> String {
        let (word, why) = text.split_once(' ').unwrap_or((text, ""));
        self.world.message(&match word {
            "brought-back" => {
                Words::BroughtBack { without: records(why).next().unwrap_or_default() }
            }
            "sending" => Words::Sending,
            "sent" => Words::Sent,
            "saved" => Words::Saved,
            "unreachable" => Words::Unreachable,
            "next" => Words::NextPart,
            "back" => Words::PreviousPart,
            "review" => Words::Review,
            "part" => {
                let mut rest = why.splitn(3, ' ');
                let mut number = || rest.next().and_then(|text| text.parse().ok()).unwrap_or(1);
                let (at, of) = (number(), number());
                Words::FormPart { at, of, title: rest.next().unwrap_or_default().to_owned() }
            }
            "not-taken" => Words::NotTaken { why: why.to_owned() },
            _ => return String::new(),
        })
    }
}

/// Notes that something depends on these fields.
fn watch<'a>(
    form: &Form,
    watchers: &mut [Vec<Watcher>],
    fields: impl Iterator<Item = &'a str>,
    watcher: Watcher,
) {
    fields.filter_map(|name| form.index_of(name)).for_each(|at| watchers[at].push(watcher));
}

fn flag(on: bool) -> &'static str {
    if on { "1" } else { "" }
}

/// Names, as the fields of a record.
fn named(names: &[String]) -> String {
    let mut all = Operations::default();
    if let Some((first, rest)) = names.split_first() {
        all.add(first, &rest.iter().map(String::as_str).collect::<Vec<_>>());
    }
    all.text().to_owned()
}
