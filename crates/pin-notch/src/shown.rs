//! Values as text in a log.

use crate::number::number_text;
use rust_decimal::Decimal;

/// How a control's value is written in a log: a number, `on` or `off`, or `empty`.
///
/// ```
/// use pin_notch::{Shown, dec};
/// assert_eq!(dec!(3.50).shown(), "3.5");
/// assert_eq!((true.shown(), None::<bool>.shown()), ("on".into(), "empty".into()));
/// ```
pub trait Shown {
    /// The text of this value.
    fn shown(&self) -> String;
}

impl Shown for Decimal {
    fn shown(&self) -> String {
        number_text(*self)
    }
}

impl Shown for bool {
    fn shown(&self) -> String {
        if *self { "on" } else { "off" }.into()
    }
}

impl Shown for String {
    fn shown(&self) -> String {
        self.clone()
    }
}

impl Shown for Vec<String> {
    fn shown(&self) -> String {
        if self.is_empty() { "none".into() } else { self.join(" + ") }
    }
}

impl<V: Shown> Shown for Option<V> {
    fn shown(&self) -> String {
        self.as_ref().map_or_else(|| "empty".into(), V::shown)
    }
}
