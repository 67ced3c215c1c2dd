//! The mouse.

use super::Page;
use fantoccini::actions::{
    Actions, InputSource, KeyAction, KeyActions, MOUSE_BUTTON_LEFT, MouseActions, PointerAction,
};
use fantoccini::key::Key;
use serde_json::json;
use std::time::Duration;

impl Page {
    /// Moves the mouse through these points of an element inside a shadow root, given as fractions of its
    /// box. `down` and `up` are the points at which the button is pressed and released.
    pub async fn mouse(
        &self,
        host: &str,
        part: &str,
        way: &[(f64, f64)],
        down: Option<usize>,
        up: Option<usize>,
    ) {
        let to = self.places(host, part).await;
        let mut actions = MouseActions::new("mouse".into());
        for (at, (x, y)) in way.iter().enumerate() {
            actions = actions.then(to(*x, *y));
            if down == Some(at) {
                actions = actions.then(PointerAction::Down { button: MOUSE_BUTTON_LEFT });
            }
            if up == Some(at) {
                actions = actions.then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
            }
        }
        self.client.perform_actions(actions).await.expect("mouse actions");
    }

    /// Moves of the mouse to fractions of the box of an element inside a shadow root.
    async fn places(&self, host: &str, part: &str) -> impl Fn(f64, f64) -> PointerAction {
        let place = format!(
            "const host = document.querySelector({});
             host.scrollIntoView({{ block: 'center' }});
             const box = host.shadowRoot.querySelector({}).getBoundingClientRect();
             return [box.left, box.top, box.width, box.height];",
            json!(host),
            json!(part)
        );
        let place = self.run(&place).await;
        let bounds = [0, 1, 2, 3].map(|at| place[at].as_f64().expect("a figure"));
        move |x, y| PointerAction::MoveTo {
            duration: None,
            x: bounds[0] + bounds[2] * x,
            y: bounds[1] + bounds[3] * y,
        }
    }

    /// Presses at one place, moves to another, presses a key there and releases the button.
    pub async fn drag_and_press(
        &self,
        host: &str,
        part: &str,
        from: (f64, f64),
        over: (f64, f64),
        key: Key,
    ) {
        let to = self.places(host, part).await;
        let wait = || Duration::from_millis(0);
        let value = char::from(key);
        let mouse = MouseActions::new("mouse".into())
            .then(to(from.0, from.1))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(to(over.0, over.1))
            .then(PointerAction::Pause { duration: wait() })
            .then(PointerAction::Pause { duration: wait() })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        let keys = KeyActions::new("keyboard".into())
            .then(KeyAction::Pause { duration: wait() })
            .then(KeyAction::Pause { duration: wait() })
            .then(KeyAction::Pause { duration: wait() })
            .then(KeyAction::Down { value })
            .then(KeyAction::Up { value });
        self.client.perform_actions(Actions::from(mouse).and(keys)).await.expect("a drag");
    }

    /// Presses a part, holds it for this many milliseconds, and releases it.
    pub async fn hold(&self, host: &str, part: &str, milliseconds: u64) {
        let to = self.places(host, part).await;
        let mouse = MouseActions::new("mouse".into())
            .then(to(0.5, 0.5))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(PointerAction::Pause { duration: Duration::from_millis(milliseconds) })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.expect("a press");
    }

    /// The middle of an element, given by an expression in JavaScript, scrolled into view.
    pub async fn middle(&self, element: &str) -> (f64, f64) {
        let place = self
            .run(&format!(
                "const element = {element};
                 element.scrollIntoView({{ block: 'center' }});
                 const {{ left, top, width, height }} = element.getBoundingClientRect();
                 return [left + width / 2, top + height / 2];"
            ))
            .await;
        let [x, y] = [0, 1].map(|at| place[at].as_f64().expect("a figure"));
        (x, y)
    }

    /// A press and a release at a place of the window.
    pub async fn mouse_at(&self, x: f64, y: f64) {
        self.presses_at(x, y, 1).await;
    }

    /// The same several times, as fast as possible.
    pub async fn presses_at(&self, x: f64, y: f64, count: usize) {
        let mut mouse =
            MouseActions::new("mouse".into()).then(PointerAction::MoveTo { duration: None, x, y });
        for _ in 0..count {
            mouse = mouse
                .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
                .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        }
        self.client.perform_actions(mouse).await.expect("presses");
    }

    /// A press and a release at one place.
    pub async fn click(&self, host: &str, part: &str, at: (f64, f64)) {
        self.mouse(host, part, &[at], Some(0), Some(0)).await;
    }
}
