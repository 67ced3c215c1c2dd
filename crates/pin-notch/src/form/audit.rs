//! Remarks on what is legal in a form's definition but likely to surprise.

use super::Form;
use super::links::{Link, reachable};
use crate::notches::Remark;
use core::fmt;

/// A remark on a form's definition, and the field that it concerns.
///
/// ```
/// use pin_notch::{Form, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let remarks = Form::new().with("feeder", "", Switch::default())?.audit();
/// assert_eq!((remarks[0].code(), remarks[0].name()), ("unlabelled", "feeder"));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum FormRemark {
    /// A remark on a field's control.
    Control {
        /// The field's name.
        name: String,
        /// The remark.
        remark: Remark,
    },
    /// A field has no label to tell people what it is.
    Unlabelled {
        /// The field's name.
        name: String,
    },
    /// A field follows another one that does not follow it: what somebody enters here is overwritten as
    /// soon as the other changes.
    OneWay {
        /// The field that follows.
        name: String,
        /// The field it follows.
        follows: String,
    },
    /// A linked field cannot take the value computed from the default of the field it follows.
    CannotFollow {
        /// The field that follows.
        name: String,
        /// The field it follows.
        follows: String,
        /// Why not.
        why: String,
    },
    /// A field counts only under a condition over a disabled field that follows it. Once it has stopped
    /// counting, it cannot be entered, so the disabled field cannot change either.
    NeverBack {
        /// The field that counts conditionally.
        name: String,
        /// The disabled field.
        follower: String,
    },
}

impl FormRemark {
    /// A short fixed name for programs, such as `one-way`.
    pub fn code(&self) -> &'static str {
        match self {
            Self::Control { remark, .. } => remark.code(),
            Self::Unlabelled { .. } => "unlabelled",
            Self::OneWay { .. } => "one-way",
            Self::CannotFollow { .. } => "cannot-follow",
            Self::NeverBack { .. } => "never-back",
        }
    }

    /// The name of the field that it concerns.
    pub fn name(&self) -> &str {
        match self {
            Self::Control { name, .. } | Self::Unlabelled { name } => name,
            Self::OneWay { name, .. }
            | Self::CannotFollow { name, .. }
            | Self::NeverBack { name, .. } => name,
        }
    }
}

impl fmt::Display for FormRemark {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Control { name, remark } => write!(f, "{name}: {remark}"),
            Self::Unlabelled { name } => {
                write!(f, "{name}: there is no label to tell people what it is")
            }
            Self::OneWay { name, follows } => write!(
                f,
                "{name}: it follows {follows} and has no way back, so it will look frozen: what is entered \
                 here is lost when {follows} moves; link both ways, or make it read-only"
            ),
            Self::CannotFollow { name, follows, why } => {
                write!(f, "{name}: it cannot follow the default of {follows}: {why}")
            }
            Self::NeverBack { name, follower } => write!(
                f,
                "{name}: it counts depending on {follower}, which is disabled and follows it, so that it \
                 never counts again once it has stopped; enable {follower}, or use another field"
            ),
        }
    }
}

impl Form {
    /// Remarks on what is legal in the definition but likely to surprise, in field order.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Notches, Slider};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let percent = Slider::builder().max(100).build()?;
    /// let form = Form::new()
    ///     .with("full", "Stores", percent.clone())?
    ///     .with("empty", "Room left", percent)?
    ///     .with_link("full", "empty", |full| full.clone())?;
    /// assert_eq!(form.audit()[0].code(), "one-way");
    /// # Ok(()) }
    /// ```
    pub fn audit(&self) -> Vec<FormRemark> {
        let mut remarks = Vec::new();
        // By the following field, in the order of the fields that are followed.
        let mut followed: Vec<Vec<(usize, &Link)>> = vec![Vec::new(); self.fields.len()];
        for from in 0..self.fields.len() {
            for link in self.links.of(from) {
                followed[link.to].push((from, link));
            }
        }
        for (at, field) in self.fields.iter().enumerate() {
            let name = || field.name.clone();
            let own = field.control.audit().into_iter();
            remarks.extend(own.map(|remark| FormRemark::Control { name: name(), remark }));
            if field.label.trim().is_empty() {
                remarks.push(FormRemark::Unlabelled { name: name() });
            }
            for (from, link) in followed[at].iter().copied() {
                let follows = self.fields[from].name.clone();
                let back = self.links.of(at).any(|link| link.to == from);
                let conditions = field.control.conditions();
                if !back && !conditions.readonly && !conditions.is_disabled() {
                    remarks.push(FormRemark::OneWay { name: name(), follows: follows.clone() });
                }
                let wanted = (link.convert)(&self.fields[from].control.default_value());
                if let Err(why) = field.control.clone().set_value(wanted) {
                    let why = why.to_string();
                    remarks.push(FormRemark::CannotFollow { name: name(), follows, why });
                }
            }
            if field.is_conditional() {
                for to in reachable(&self.links, at) {
                    let follower = &self.fields[to];
                    let disabled =
                        follower.fieldset_disabled || follower.control.conditions().disabled;
                    if to != at && disabled && self.after([to]).contains(&at) {
                        let follower = follower.name.clone();
                        remarks.push(FormRemark::NeverBack { name: name(), follower });
                    }
                }
            }
        }
        remarks
    }
}
