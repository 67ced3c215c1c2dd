//! What a person does to a control: keys, buttons, typing and focus become attempts, and their turns are
//! reported to the page.

#[cfg(feature = "form")]
use crate::form;
use crate::ports::{self, Ports};
use crate::{Machine, gesture, keys};
use pin_notch::{Event, Intent, Key, Refusal, Thumb, Turn, Value, steps_held};
use pin_notch_html::Action;

impl Machine {
    /// Handles a key. Returns whether the control handled it, so that the page should not scroll.
    pub(crate) fn key(&self, ports: &Ports, part: &str, key: &str, at: u64) -> bool {
        let intent = keys::intent(&self.state.borrow().control, part, key, at);
        let Some(intent) = intent else { return false };
        let turn = self.turn(ports, intent);
        // With nothing to cancel or close, Escape is left to the surroundings, such as a dialog.
        let is_used = intent != Intent::Key(Key::Escape) || turn.events().next().is_some();
        is_used && turn.refusal() != Some(Refusal::NotForThis)
    }

    pub(crate) fn act(&self, ports: &Ports, action: &str, with: &str) {
        let intent = {
            let control = &self.state.borrow().control;
            let intent = Action::intent(action, with, control);
            intent.filter(|intent| !gesture::is_taken(control, *intent))
        };
        if let Some(intent) = intent {
            self.attempt(ports, intent);
        }
    }

    pub(crate) fn hold(&self, ports: &Ports, direction: i32, milliseconds: u32) {
        let steps = {
            let state = &mut *self.state.borrow_mut();
            let steps = steps_held(milliseconds);
            let more = if milliseconds == 0 { 0 } else { steps.saturating_sub(state.steps_made) };
            state.steps_made = steps;
            more
        };
        if steps > 0 {
            let steps = i32::try_from(steps).unwrap_or(i32::MAX);
            self.attempt(ports, Intent::Step(direction.saturating_mul(steps)));
        }
    }

    pub(crate) fn point_day(&self, ports: &Ports, day: &str) {
        let begun = gesture::has_begun(&self.state.borrow().control);
        if begun {
            let pointed = day.parse().map_or(Intent::Leave, Intent::PointDay);
            self.attempt(ports, pointed);
        }
    }

    /// The text of a field is now this. The page is told what it should be.
    pub(crate) fn type_text(&self, ports: &Ports, end: &str, text: &str) {
        self.attempt(ports, Intent::Type(text));
        let text = self.state.borrow().drawn.text(end);
        if let Some(text) = text {
            let mut all = ports::Operations::default();
            all.add("field", &[&text]);
            all.carry_out(ports);
        }
    }

    pub(crate) fn focus(&self, ports: &Ports, end: &str, field: Option<usize>) {
        let intent = match (end, field) {
            ("from", _) => Intent::Take(Thumb::Low),
            ("to", _) => Intent::Take(Thumb::High),
            (_, Some(field)) => Intent::Field(field),
            _ => return,
        };
        let taken = gesture::is_taken(&self.state.borrow().control, intent);
        if !taken {
            self.attempt(ports, intent);
        }
    }

    /// The focus leaves the element: a text that can be accepted settles, which shows no problem.
    pub(crate) fn settle(&self, ports: &Ports) {
        let settles = {
            let control = &self.state.borrow().control;
            control.is_drafting()
                && !control.has_open_popup()
                && control.view().problem().is_empty()
        };
        if settles {
            self.attempt(ports, Intent::Settle);
        }
    }

    /// The focus has left the element: typing settles, popups close, and problems are shown.
    pub(crate) fn leave(&self, ports: &Ports) {
        let (open, drafting) = {
            let control = &self.state.borrow().control;
            (control.has_open_popup(), control.is_drafting())
        };
        if open {
            self.attempt(ports, Intent::Close);
        }
        if drafting {
            self.attempt(ports, Intent::Settle);
        }
        self.change(ports, |state| {
            state.reporting = true;
            // What is still not acceptable is now reported as a problem, so that the refusal would repeat it.
            if state.control.is_drafting() && !state.control.view().problem().is_empty() {
                state.looks.announcement.clear();
            }
        });
    }

    pub(crate) fn attempt(&self, ports: &Ports, intent: Intent) {
        let _ = self.turn(ports, intent);
    }

    /// Carries out an intent, updates the page, and reports the turn.
    pub(crate) fn turn(&self, ports: &Ports, intent: Intent) -> Turn<Value> {
        let turn = {
            let state = &mut *self.state.borrow_mut();
            let turn = state.control.handle(intent);
            let why = turn.refusal().map(|why| state.control.why_refused(intent, why));
            state.say(why.unwrap_or_default());
            #[cfg(feature = "form")]
            {
                state.last = Some((form::moves::in_words(intent), turn.clone()));
            }
            // The problem with what was sent no longer applies.
            if turn.events().any(|event| matches!(event, Event::Input(_))) {
                state.looks.problem.clear();
            }
            turn
        };
        self.show(ports);
        Self::announce(ports, intent, &turn);
        turn
    }

    fn announce(ports: &Ports, intent: Intent, turn: &Turn<Value>) {
        #[cfg(feature = "form")]
        ports.took();
        if ports.is_watched() {
            ports.turn(&intent.to_string(), &turn.to_string(), turn.refusal().is_some());
        }
        for event in turn.events() {
            match event {
                Event::Input(_) => ports.fire("input"),
                Event::Change(_) => ports.fire("change"),
                Event::Opened | Event::Closed => ports.fire("toggle"),
                Event::Grabbed
                | Event::Released
                | Event::Cancelled
                | Event::Preview(_)
                | Event::PreviewEnd
                | Event::Draft
                | Event::Taken(_)
                | Event::Active(_)
                | Event::Scrolled(_)
                | Event::ActiveDay(_) => {}
            }
        }
    }
}
