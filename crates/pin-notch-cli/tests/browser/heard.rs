//! What screen readers announce, and what axe-core reports about each control in each state.

use crate::every::EVERY;
use crate::support::{Page, with_page};
use fantoccini::key::Key;
use serde_json::json;

const ANNOUNCEMENT: &str = "document.querySelector('#it').shadowRoot.querySelector('[part=announcement]').textContent.trim()";

#[test]
fn events_away_from_the_focus_are_announced() {
    with_page(async |page| {
        let show = async |html: &str| {
            page.show(&format!("<label for=it>It</label>{html}")).await;
            assert_eq!(page.get(ANNOUNCEMENT).await, "", "a region is there before it speaks");
        };
        show("<notch-date id=it lang=en value=2026-05-16><option value=sunday>The apiary rests on Sundays.</option></notch-date>").await;
        page.focus("#it").await;
        page.press(&[Key::Down, Key::Right, Key::Enter]).await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "The apiary rests on Sundays.");
        page.press(&[Key::Right]).await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "");

        show(
            "<notch-date-span id=it lang=en most=8 value=2026-05-12/2026-05-14></notch-date-span>",
        )
        .await;
        page.focus("#it").await;
        page.press(&[Key::Down, Key::Enter]).await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "Now pick the other end.");
        page.press(&[Key::Down, Key::Right, Key::Enter]).await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "more than 8 days");
        page.press(&[Key::Left]).await;
        let selected = "[...document.querySelector('#it').shadowRoot.querySelectorAll('[aria-selected=true]')].length";
        assert_eq!(page.get(selected).await, "8", "all days that the span would have");

        show("<notch-select id=it filter multiple value=clover><optgroup label=Meadow><option value=clover>Clover</option><option>Sainfoin</option></optgroup><option>Linden</option></notch-select>").await;
        page.focus("#it").await;
        assert!(page.tree("#it").await.contains(&"combobox \"It\"".to_owned()));
        assert!(page.descriptions("#it").await.contains(&"chosen: Clover".to_owned()));
        page.press(&[Key::Down]).await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "3 options");
        let names = "[...document.querySelector('#it').shadowRoot.querySelectorAll('[part~=option]')].map((one) => one.getAttribute('aria-label') ?? one.textContent).join('; ')";
        assert_eq!(page.get(names).await, "Clover, Meadow; Sainfoin, Meadow; Linden");
        page.write("lin").await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "1 option");
        page.write("x").await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "No option matches.");

        show("<notch-select id=it></notch-select>").await;
        page.run("document.querySelector('#it').options = new Promise((done) => { window.come = done; })").await;
        page.focus("#it").await;
        page.press(&[Key::Down]).await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "Loading the options …");
        page.run("come(['Ida', 'Jon']); await new Promise((done) => setTimeout(done))").await;
        assert_eq!(page.get(ANNOUNCEMENT).await, "2 options");

        // A refusal is also shown, but not beside a problem that says the same.
        let shown = "[...document.querySelector('#it').shadowRoot.querySelectorAll('[part=problem], .refused')].map((part) => part.textContent).join(' / ')";
        show("<notch-time id=it lang=en></notch-time>").await;
        page.focus("#it").await;
        page.write("4").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get(shown).await, " / only part of it is filled in");
        page.run("document.activeElement.blur()").await;
        assert_eq!(page.get(shown).await, "The minute is missing.");
        assert_eq!(page.get(ANNOUNCEMENT).await, "It: The minute is missing.");
    });
}

#[test]
fn descriptions_captions_and_problems_are_accessible() {
    with_page(async |page| {
        for (html, description) in [
            ("<notch-switch id=it when-on=feeding checked></notch-switch>", "feeding"),
            (
                "<notch-checkbox id=it description='so that she stays'></notch-checkbox>",
                "so that she stays",
            ),
            ("<notch-rating id=it required></notch-rating>", "required"),
            ("<notch-slider id=it required></notch-slider>", "required"),
        ] {
            page.show(&format!("<label for=it>It</label>{html}")).await;
            assert_eq!(page.descriptions("#it").await, [description], "{html}");
        }
        // Problems are announced with the name of the control, and not too early.
        for (start, ..) in EVERY {
            let tag = start.split([' ', '=']).next().unwrap_or_default();
            let options = if ["select", "group"].iter().any(|kind| tag.contains(kind)) {
                "<option>Oxalic</option>"
            } else {
                ""
            };
            page.show(&format!(
                "<form><label for=it>Mites</label><{tag} id=it required>{options}</{tag}></form>"
            ))
            .await;
            let invalid = "document.querySelector('#it').matches(':invalid')";
            if page.get(invalid).await == "false" {
                continue; // never without a value
            }
            let parts = "document.querySelector('#it').shadowRoot.querySelectorAll('[aria-invalid=true]').length";
            assert_eq!(page.get(parts).await, "0", "{tag}");
            page.run("document.forms[0].requestSubmit()").await;
            assert_eq!(page.get(ANNOUNCEMENT).await, "Mites: A value is required.", "{tag}");
        }
    });
}

/// The states of every element, as attributes and a script.
const STATES: [(&str, &str); 6] = [
    ("", ""),
    ("required", "it.value = ''; it.reportValidity();"),
    ("disabled", ""),
    ("readonly", ""),
    ("always-open multiple filter two-fields all=All least=1", ""),
    ("", "it.showPicker();"),
];

#[test]
fn axe_finds_nothing_in_any_state() {
    with_page(async |page| {
        for (scheme, forced) in [("light", "none"), ("dark", "none"), ("dark", "active")] {
            let features = json!([{ "name": "prefers-color-scheme", "value": scheme }, { "name": "forced-colors", "value": forced }]);
            page.devtools("Emulation.setEmulatedMedia", json!({ "features": features })).await;
            for (width, states) in [(1280, &STATES[..]), (320, &STATES[..])] {
                let metrics = json!({ "width": width, "height": 800, "deviceScaleFactor": 1, "mobile": false });
                page.devtools("Emulation.setDeviceMetricsOverride", metrics).await;
                for (attributes, script) in states {
                    found(&page, attributes, script, &format!("{scheme} {forced} {width}")).await;
                }
            }
        }
    });
}

/// Shows every element in a state, with one open popup at a time.
async fn found(page: &Page, attributes: &str, script: &str, of: &str) {
    let element = |at: usize, start: &str| {
        let tag = start.split(' ').next().unwrap_or_default();
        let options = match tag {
            "notch-rating" | "notch-slider" | "notch-date" | "notch-date-span" => "",
            _ => {
                "<optgroup label=Acids><option value=oa>Oxalic</option><option value=fa disabled>Formic</option></optgroup>"
            }
        };
        format!(
            "<p><label for=e{at}>It {at}</label> <{start} id=e{at} lang=en {attributes}>{options}</{tag}></p>"
        )
    };
    let all: Vec<String> =
        EVERY.iter().enumerate().map(|(at, (start, ..))| element(at, start)).collect();
    let shown = match script.contains("showPicker") {
        false => vec![all.concat()],
        true => all
            .into_iter()
            .filter(|html| html.contains("notch-select") || html.contains("notch-date"))
            .collect(),
    };
    for html in shown {
        page.show(&format!("<main><h1>All</h1>{html}</main>")).await;
        page.run(&format!(
            "for (const it of document.querySelectorAll('main [id]')) {{ {script} }}"
        ))
        .await;
        let violations = page.axe().await;
        assert_eq!(violations, "", "{of}: {attributes} {script}");
        let wide = page.get("document.documentElement.scrollWidth - innerWidth").await;
        assert!(
            wide.parse::<i32>().expect("a figure") <= 0,
            "{of}: {attributes} is {wide} wider than the window"
        );
    }
}
