//! The appearance of the controls: without script, in both color schemes, and with accessibility settings.

use crate::support::{Page, demo_of, with_demo, with_page};
use serde_json::json;

#[test]
fn without_script_a_native_control_is_used() {
    with_demo(async |page| {
        page.script(false).await;
        page.client.refresh().await.unwrap();
        assert!(page.is_drawn(&["#weight input"]).await, "the native control is there");
        assert!(!page.is_drawn(&["#weight", "[part=track]"]).await, "and ours is not");
        page.script(true).await;
        page.client.refresh().await.unwrap();
        page.until("document.querySelector('[name]:state(ready)')").await;
        assert!(page.is_drawn(&["#weight", "[part=track]"]).await);
        assert!(!page.is_drawn(&["#weight input"]).await);
    });
}

#[test]
fn a_page_dresses_parts_by_their_states() {
    with_page(async |page| {
        page.show(
            "<style>
               notch-date::part(day-today) { outline: 3px solid; }
               notch-date::part(day-closed) { opacity: 0.5; }
               notch-select::part(option-chosen) { letter-spacing: 2px; }
               notch-radio-group::part(choice-on) { outline: 3px solid; }
             </style>
             <notch-date id=day always-open><option value=sunday>Rest</option></notch-date>
             <notch-select id=list value=oa><option>oa</option><option>fa</option></notch-select>
             <notch-radio-group id=group value=fa><option>oa</option><option>fa</option></notch-radio-group>",
        )
        .await;
        page.until("document.querySelectorAll(':state(ready)').length === 3").await;
        page.run("list.showPicker()").await;
        let dressed = async |host: &str, parts: &str, property: &str, value: &str| {
            let all = format!(
                "[...document.querySelector('{host}').shadowRoot.querySelectorAll('{parts}')]"
            );
            let is = format!("getComputedStyle(one).getPropertyValue('{property}') === '{value}'");
            page.get(&format!(
                "{all}.filter((one) => {is}).map((one) => one.textContent.trim()).join(' ')"
            ))
            .await
        };
        let today = page.get("String(new Date().getDate())").await;
        assert_eq!(dressed("#day", "[part~=day]", "outline-style", "solid").await, today);
        // One Sunday in each visible week.
        let closed = dressed("#day", "[part~=day]", "opacity", "0.5").await;
        assert!((4..=6).contains(&closed.split(' ').count()), "{closed}");
        assert_eq!(dressed("#list", "[part~=option]", "letter-spacing", "2px").await, "oa");
        page.run("list.value = 'fa'").await;
        assert_eq!(dressed("#list", "[part~=option]", "letter-spacing", "2px").await, "fa");
        assert_eq!(dressed("#group", "[part~=choice]", "outline-style", "solid").await, "fa");
    });
}

#[test]
fn without_its_script_an_element_shows_the_drawn_control_and_then_the_native_one() {
    with_demo(async |page| {
        // Undefined elements, parsed with their declarative shadow roots as before the script is loaded.
        let html = page.get("await (await fetch('/')).text()").await;
        assert!(html.contains("<template shadowrootmode=\"open\" shadowrootdelegatesfocus>"));
        let early = format!(
            "const frame = document.createElement('iframe');
             frame.srcdoc = {}.replace(/<script[^>]*><.script>/, '');
             document.body.append(frame);
             await new Promise((done) => frame.addEventListener('load', done));
             window.early = frame.contentDocument;",
            serde_json::json!(html)
        );
        page.run(&early).await;
        let seen = |part: &str| {
            format!(
                "early.querySelector('#weight').shadowRoot.querySelector('{part}').checkVisibility({{ visibilityProperty: true }})"
            )
        };
        assert_eq!(page.get(&seen("[part=track]")).await, "true", "finished before any script");
        assert_eq!(
            page.get(
                "early.querySelector('#weight input').checkVisibility({ visibilityProperty: true })"
            )
            .await,
            "false"
        );
        page.run("for (const e of early.querySelectorAll('#weight')) for (const a of e.shadowRoot.getAnimations({ subtree: true })) a.finish();").await;
        assert_eq!(
            page.get(
                "early.querySelector('#weight input').checkVisibility({ visibilityProperty: true })"
            )
            .await,
            "true"
        );
        assert_eq!(page.get(&seen("[part=track]")).await, "false");
    });
}

#[test]
fn there_are_no_accessibility_violations() {
    with_demo(async |page| {
        // 640 is 1280 at a zoom of 200 %.
        for (scheme, width) in [("light", 1280), ("dark", 1280), ("light", 640), ("light", 375)] {
            page.size(width, 800).await;
            page.scheme(scheme).await;
            let found = page.axe().await;
            assert_eq!(found, "", "{scheme}, {width} wide");
            assert_eq!(
                page.get("document.documentElement.scrollWidth <= innerWidth").await,
                "true",
                "{scheme}: nothing is wider than {width}"
            );
        }
        // And with an open popup.
        page.scheme("light").await;
        page.size(1280, 800).await;
        for open in ["#visited", "#treatment", "#honey", "#away-days"] {
            page.run(&format!("document.querySelector('{open}').showPicker()")).await;
            assert_eq!(page.axe().await, "", "{open} open");
            page.run(&format!("document.querySelector('{open}').blur()")).await;
        }
    });
}

#[test]
fn targets_are_large_enough_for_a_finger() {
    with_demo(async |page| {
        page.run("for (const id of ['visited', 'honey', 'lent']) document.querySelector('#' + id).showPicker();").await;
        let small = "[...document.querySelectorAll('[data-name]')].flatMap((host) =>
            [...host.shadowRoot.querySelectorAll('[role=button], [role=option], [role=checkbox], [role=gridcell], [role=slider], input, button')]
              .filter((part) => part.checkVisibility()).map((part) => [host.id, part.getAttribute('part'), part.getBoundingClientRect()])
              .filter(([, , box]) => box.width < 23.9 || box.height < 23.9)
              .map(([id, part, box]) => `${id} ${part} ${box.width}x${box.height}`)).slice(0, 5).join('; ')";
        assert_eq!(page.get(small).await, "");
    });
}

#[test]
fn pages_grow_with_the_font_size_that_the_reader_prefers() {
    with_demo(async |page| {
        let sheet = demo_of(&["demo/inspection.toml"]);
        let demo = page.get("location.href").await;
        for url in [&demo, &sheet.1] {
            page.client.goto(url).await.expect("the page");
            page.run("document.documentElement.style.fontSize = '32px';").await;
            let size = "getComputedStyle(document.querySelector('notch-slider')).fontSize";
            assert_eq!(page.get(size).await, "32px", "{url}");
            assert_eq!(
                page.get("document.documentElement.scrollWidth <= innerWidth").await,
                "true"
            );
        }
    });
}

#[test]
fn elements_fit_into_a_narrow_column() {
    with_demo(async |page| {
        page.run(
            "const column = document.createElement('div');
             column.style.inlineSize = '200px';
             // All but a calendar that is always visible.
             column.append(...document.querySelectorAll('[data-name]:not(#queen-since)'));
             document.body.replaceChildren(column);",
        )
        .await;
        let wide = "[...document.querySelectorAll('[data-name]')].flatMap((host) =>
            [host, ...host.shadowRoot.querySelectorAll('*')].filter((part) => part.checkVisibility() && !part.closest('[part=popup]'))
              .map((part) => [host.id, part.getAttribute('part'), Math.ceil(part.getBoundingClientRect().right - host.parentElement.getBoundingClientRect().right)])
              .filter(([, , over]) => over > 1).map((one) => one.join(' '))).join('; ')";
        assert_eq!(page.get(wide).await, "");
        assert_eq!(page.get("document.querySelectorAll('[data-name]').length > 16").await, "true");
    });
}

#[test]
fn states_can_be_distinguished_without_colour() {
    with_page(async |page| {
        page.show("<notch-stepper id=a></notch-stepper><notch-stepper id=b disabled></notch-stepper><notch-stepper id=c readonly></notch-stepper><notch-stepper id=d required></notch-stepper>").await;
        page.run("document.querySelector('#d').reportValidity()").await;
        let borders = ["#a", "#b", "#c", "#d"].map(|id| Page::part(id, "[part=field]"));
        let mut styles = Vec::new();
        for border in &borders {
            styles.push(page.get(&format!("getComputedStyle({border}).borderBlockEndStyle")).await);
        }
        assert_eq!(styles, ["solid", "dashed", "dotted", "double"]);
    });
}

#[test]
fn values_are_visible_in_forced_colours() {
    with_page(async |page| {
        let pairs = [
            ("notch-switch", "", "checked"),
            ("notch-checkbox", "", "checked"),
            ("notch-checkbox", "checked", "indeterminate"),
            ("notch-rating", "value=2 step=0.5", "value=2.5 step=0.5"),
            ("notch-slider", "value=20", "value=60"),
            ("notch-span-slider", "value=20,40", "value=20,60"),
            ("notch-stepper", "value=3", "value=3 disabled"),
            ("notch-stepper", "value=3", "value=3 readonly"),
            ("notch-date always-open", "value=2026-05-14", "value=2026-05-15"),
        ];
        let element = |(at, (tag, attributes)): (usize, (&str, &str))| {
            let name = tag.split(' ').next().unwrap_or_default();
            format!("<p><{tag} {attributes} id=e{at} aria-label=It></{name}></p>")
        };
        let both = pairs.iter().flat_map(|(tag, one, other)| [(*tag, *one), (*tag, *other)]);
        page.show(&both.enumerate().map(element).collect::<String>()).await;
        let forced = json!([{ "name": "forced-colors", "value": "active" }]);
        page.devtools("Emulation.setEmulatedMedia", json!({ "features": forced })).await;
        for (at, (tag, one, other)) in pairs.iter().enumerate() {
            let mut drawn = Vec::new();
            for at in [2 * at, 2 * at + 1] {
                let element = page.find(&format!("#e{at}")).await;
                drawn.push(element.screenshot().await.expect("a picture"));
            }
            assert_ne!(drawn[0], drawn[1], "{tag}: {one:?} looks like {other:?}");
        }
    });
}

#[test]
fn the_style_of_the_text_around_stays_outside() {
    with_page(async |page| {
        page.run("document.body.innerHTML = '<div style=\"text-transform: uppercase; letter-spacing: 3px; word-spacing: 9px; text-indent: 3em; text-shadow: 1px 1px red; text-align: center\"><input>'
              + ['slider', 'span-slider', 'rating', 'switch', 'checkbox', 'checkbox-group', 'radio-group', 'text', 'stepper', 'item-stepper', 'select', 'date', 'date-span', 'month', 'week', 'time', 'date-time'].map((kind) => `<notch-${kind}></notch-${kind}>`).join('')
              + '</div><div style=\"writing-mode: vertical-rl; block-size: 300px\"><notch-slider id=upright></notch-slider></div>'").await;
        let style = "const { textTransform, letterSpacing, wordSpacing, textIndent, textShadow, textAlign } = getComputedStyle(one); return [textTransform, letterSpacing, wordSpacing, textIndent, textShadow, textAlign].join();";
        let styles = format!(
            "(() => {{ const of = (one) => {{ {style} }}; const [native, ...ours] = document.querySelector('div').children;
               return [of(native), ours.length, ...new Set(ours.map((one) => of(one.shadowRoot.firstElementChild)))].join(' / '); }})()"
        );
        let plain = "none,normal,0px,0px,none,start";
        assert_eq!(page.get(&styles).await, format!("{plain} / 17 / {plain}"));
        let lies = "(({ width, height }) => width > height)(upright.shadowRoot.querySelector('[part=track]').getBoundingClientRect())";
        assert_eq!(page.get(lies).await, "true");
    });
}
