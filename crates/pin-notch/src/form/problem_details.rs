//! Problems as problem details, for clients that send a form by script.

use super::json::json_text;
use super::{Problem, Problems};

impl Problems {
    /// The problems as a document of [RFC 9457](https://www.rfc-editor.org/rfc/rfc9457), to be sent as
    /// `application/problem+json` with the status 422: `errors` has an entry for each problem, with its
    /// `detail` and, for a field, the `pointer` to its member of the JSON object (RFC 6901, as a fragment),
    /// the `name`, the `state` in HTML's terms, and the beginning of what was `received`.
    ///
    /// ```
    /// # use pin_notch::{Form, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("temper", "Temper", Rating::builder())?;
    /// let problems = form.read(b"temper=9").unwrap_err();
    /// assert_eq!(
    ///     problems.to_problem_details(),
    ///     r##"{"type":"about:blank","title":"Unprocessable Content","status":422,"errors":[{"##.to_owned()
    ///         + r##""detail":"The value must be 5 or less.","pointer":"#/temper","name":"temper","##
    ///         + r##""state":"rangeOverflow","received":"9"}]}"##
    /// );
    /// # Ok(()) }
    /// ```
    pub fn to_problem_details(&self) -> String {
        let one = |problem: &Problem| {
            let Problem { name, invalid, received, .. } = problem;
            let mut members = vec![("detail", invalid.to_string())];
            if !name.is_empty() {
                members.push(("pointer", problem.pointer()));
                members.push(("name", name.clone()));
            }
            members.push(("state", invalid.state().to_owned()));
            members.extend(received.clone().map(|received| ("received", received)));
            let members: Vec<String> = members
                .iter()
                .map(|(name, text)| format!("{}:{}", json_text(name), json_text(text)))
                .collect();
            format!("{{{}}}", members.join(","))
        };
        let errors: Vec<String> = self.0.iter().map(one).collect();
        format!(
            r#"{{"type":"about:blank","title":"Unprocessable Content","status":422,"errors":[{}]}}"#,
            errors.join(",")
        )
    }
}

impl Problem {
    /// The pointer to its member of the JSON object, as the fragment of a URI (RFC 6901, section 6).
    fn pointer(&self) -> String {
        match &self.row {
            None => format!("#/{}", token(&self.name)),
            Some(place) => {
                let [rows, field] = [&place.rows, &place.field].map(|name| token(name));
                format!("#/{rows}/{}/{field}", place.row - 1)
            }
        }
    }
}

/// A name escaped for such a pointer.
fn token(name: &str) -> String {
    let token = name.replace('~', "~0").replace('/', "~1");
    let encoded = token.bytes().map(|byte| match byte {
        b'a'..=b'z' | b'A'..=b'Z' | b'0'..=b'9' | b'-' | b'.' | b'_' | b'~' => {
            char::from(byte).to_string()
        }
        byte => format!("%{byte:02X}"),
    });
    encoded.collect()
}
