//! From a control's view to its appearance.

mod calendar;
mod checks;
mod field;
mod fields;
mod rating;
mod select;
mod slider;
mod switch;

use crate::attributes::Looks;
use crate::drawing::{Context, Drawable};
use crate::kinds::drawable;
use crate::markup::Markup;
use pin_notch::{AnyWorld, Control, Decimal, Message, Semantics, View, number_text};
use std::fmt;

/// The current appearance of a control.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Face {
    /// The content of the shadow root, without the style sheet.
    pub root: Markup,
    /// Its states, for `:state()` in style sheets: `disabled`, `readonly`, `invalid`, `on`, `mixed`,
    /// `grabbed`, `preview`, `empty`, `open`, `begun`.
    pub states: Vec<&'static str>,
}

impl Face {
    /// The face of this control. `reporting` says whether to show problems with the value; a page does not
    /// do so before somebody has had a chance to enter one.
    pub fn of(control: &Control, looks: &Looks, reporting: bool) -> Self {
        let view = control.view();
        let drawable = drawable(&view);
        let mut semantics = view.semantics().clone();
        let reporting = reporting || !looks.problem.is_empty();
        semantics.invalid &= reporting;
        semantics.invalid |= !looks.problem.is_empty();
        let problem = match looks.problem.as_str() {
            "" if reporting => view.problem(),
            sent => sent,
        };
        let stuck = semantics.disabled || semantics.readonly;
        let world = &control.surroundings().world;
        let about = about(drawable, &semantics, looks, world);
        let disabled = semantics.disabled;
        let context = Context { looks, problem, about, reporting, disabled, stuck, world };
        let (class, own_states) = drawable.class();
        let common = [
            ("disabled", semantics.disabled),
            ("readonly", semantics.readonly),
            ("invalid", semantics.invalid),
        ];
        let states: Vec<_> = common.into_iter().chain(own_states).collect();

        let mut root = Markup::default();
        root.open("div", "box");
        root.open("div", "control");
        root.class(class, &states);
        drawable.draw(&mut root, &semantics, &context);
        root.close();
        root.open("div", "problem");
        root.set("id", "problem");
        root.close_with(problem);
        // This exists from the beginning, so that later content is announced.
        root.open("div", "announcement");
        // A refusal is shown to everybody; other announcements repeat what is already visible.
        if !looks.announcement.is_empty() {
            root.set("class", "refused");
        }
        root.set("role", "status");
        root.close_with(&announcement(&view, &context));
        // This also exists from the beginning, so that nothing else is redrawn when it gets content.
        root.open_plain("div");
        root.set("id", "about");
        root.set("hidden", "");
        root.close_with(&context.about);
        root.close();
        let states = states.iter().filter(|(_, on)| *on).map(|(state, _)| *state).collect();
        Self { root, states }
    }
}

/// The current announcement: why something was refused, the problem and its control, or a result.
fn announcement(view: &View, context: &Context) -> String {
    match (context.looks.announcement.as_str(), context.problem, context.looks.label.as_str()) {
        ("", "", _) => view.status().to_owned(),
        ("", problem, "") => problem.to_owned(),
        ("", problem, control) => {
            let (control, problem) = (control.to_owned(), problem.to_owned());
            context.world.message(&Message::ProblemOf { control, problem })
        }
        (refused, ..) => refused.to_owned(),
    }
}

/// The description of a control apart from problems: the page's own description, a text beside the control
/// or the choice if that is not its name or value, and states that its role cannot express.
fn about(
    drawable: &dyn Drawable,
    semantics: &Semantics,
    looks: &Looks,
    world: &AnyWorld,
) -> String {
    let mut all = vec![looks.description.clone(), drawable.about().to_owned()];
    all.extend(semantics.states_as_text().iter().map(|message| world.message(message)));
    all.retain(|text| !text.is_empty());
    world.message(&Message::Described(all))
}

/// The readout beside a control. It is hidden from assistive technology, which gets the value itself.
fn readout(to: &mut Markup, text: &str) {
    to.open("span", "output");
    to.set("aria-hidden", "true");
    to.close_with(text);
}

/// A line drawn in a square of 16 by 16, in the form in which a browser serializes it.
macro_rules! icon {
    ($path:literal) => {
        concat!(
            r#"<svg viewBox="0 0 16 16" aria-hidden="true"><path d=""#,
            $path,
            r#""></path></svg>"#
        )
    };
}

const LESS: &str = icon!("M3 8h10");
const MORE: &str = icon!("M3 8h10M8 3v10");
const DOWN: &str = icon!("M3.5 6 8 10.5 12.5 6");
const BACK: &str = icon!("M10 3.5 5.5 8 10 12.5");
const NEXT: &str = icon!("M6 3.5 10.5 8 6 12.5");
const CROSS: &str = icon!("M4 4l8 8M12 4l-8 8");
const NONE: &str = icon!("M8 3.5a4.5 4.5 0 1 0 0 9a4.5 4.5 0 0 0 0-9M4.5 11.5l7-7");
const PAGE: &str = icon!("M2.5 3.5h11v10h-11zM2.5 6.5h11M5.5 1.5v3M10.5 1.5v3");

/// A fraction as a CSS percentage, to a hundredth of a percent: a fifth of a pixel on a wide screen.
struct Percent(f64);

impl fmt::Display for Percent {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        // This goes through a decimal instead of formatting the float, because that code alone would be a
        // large part of what browsers load.
        let hundredths = (self.0 * 10_000.0).round() as i64;
        write!(f, "{}%", number_text(Decimal::new(hundredths, 2)))
    }
}
