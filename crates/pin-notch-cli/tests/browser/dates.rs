//! Date pickers: by typing, by the keys of the calendar, and by pointer.

use crate::support::{Page, with_page};
use fantoccini::key::Key;
use serde_json::json;

const SEASON: &str = "min=2026-03-01 max=2026-10-31 value=2026-05-14 lang=en-GB>\
    <option value=sunday>The apiary rests on Sundays.</option></notch-date";

#[test]
fn a_calendar_opens_takes_the_focus_and_gives_it_back() {
    with_page(async |page| {
        page.show(&format!(
            "<form><label for=it>Visited</label><notch-date id=it name=visited {SEASON}></form>"
        ))
        .await;
        page.find("label").await.click().await.unwrap();
        page.press(&[Key::Down]).await;
        let focused = "document.querySelector('#it').shadowRoot.activeElement.getAttribute('part')";
        assert_eq!(page.get(focused).await, "grid");
        let active =
            format!("{}.getAttribute('aria-activedescendant')", Page::part("#it", "[part=grid]"));
        page.press(&[Key::End]).await;
        assert_eq!(page.get(&active).await, "day-2026-05-17", "weeks begin on Monday there");
        page.press(&[Key::Enter]).await;
        assert!(page.log().await.last().unwrap().ends_with("refused: that day is closed"));
        let sunday = Page::part("#it", "#day-2026-05-17");
        assert_eq!(page.get(&format!("{sunday}.title")).await, "The apiary rests on Sundays.");
        page.press(&[Key::PageDown, Key::Left, Key::Enter]).await;
        assert_eq!(page.value("#it").await, "2026-06-16");
        assert_eq!(page.get(focused).await, "input", "the focus is back where it was");
        assert_eq!(
            page.get("new URLSearchParams(new FormData(document.forms[0])).toString()").await,
            "visited=2026-06-16"
        );

        // Escape closes without choosing; the pointer works too.
        page.press(&[Key::Down, Key::Up, Key::Escape]).await;
        assert_eq!(
            (page.value("#it").await, page.get(focused).await),
            ("2026-06-16".into(), "input".into())
        );
        page.click("#it", "[part=toggle]", (0.5, 0.5)).await;
        page.click("#it", "[part=back]", (0.5, 0.5)).await;
        let title = format!("{}.textContent", Page::part("#it", "[part=title]"));
        assert_eq!(page.get(&title).await, "May 2026");
        page.click("#it", "#day-2026-05-20", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "2026-05-20");
        page.click("#it", "[part=clear]", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "");
    });
}

#[test]
fn any_button_can_open_a_calendar_and_gets_the_focus_back() {
    with_page(async |page| {
        page.show(&format!(
            "<style>#it::part(field) {{ display: none }}</style>\
             <button id=open>When?</button><notch-date id=it aria-label=Visited {SEASON}>"
        ))
        .await;
        page.run("document.querySelector('#open').onclick = () => document.querySelector('#it').showPicker()").await;
        page.find("#open").await.click().await.unwrap();
        page.press(&[Key::Right, Key::Enter]).await;
        assert_eq!(page.value("#it").await, "2026-05-15");
        assert_eq!(page.get("document.activeElement.id").await, "open");
        page.press(&[Key::Enter, Key::Escape]).await;
        assert_eq!(page.get("document.activeElement.id").await, "open");
        assert_eq!(page.value("#it").await, "2026-05-15");
    });
}

/// A page may be open for longer than a day.
#[test]
fn a_calendar_opens_on_the_day_that_it_is_now() {
    with_page(async |page| {
        page.show("<notch-date id=it aria-label=Visited></notch-date>").await;
        let later = |days: u32| {
            format!(
                "window.Real ??= Date;
                 window.Date = class extends Real {{
                   constructor(...given) {{ given.length ? super(...given) : super(Real.now() + {days} * 86400000); }}
                 }};"
            )
        };
        for days in [0, 1, 40] {
            page.run(&later(days)).await;
            page.focus("#it").await;
            page.press(&[Key::Down, Key::Enter]).await;
            let today = page.get("[new Date().getFullYear(), new Date().getMonth() + 1, new Date().getDate()].map((part) => String(part).padStart(2, '0')).join('-')").await;
            assert_eq!(page.value("#it").await, today);
            page.run("document.querySelector('#it').value = '';").await;
        }
        page.press(&[Key::Down]).await;
        page.run(&later(41)).await;
        page.press(&[Key::Right]).await;
        let marked = format!("{}.id.slice(4)", Page::part("#it", "[aria-current=date]"));
        let active = format!(
            "{}.getAttribute('aria-activedescendant').slice(4)",
            Page::part("#it", "[part=grid]")
        );
        assert_eq!(page.get(&marked).await, page.get(&active).await, "also in one that is open");
    });
}

#[test]
fn a_typed_date_is_settled_or_reported() {
    with_page(async |page| {
        page.show(&format!(
            "<label for=it>Visited</label><notch-date id=it date-pattern='d. MMMM y' {SEASON}>"
        ))
        .await;
        let input = Page::part("#it", "[part=input]");
        assert_eq!(page.get(&format!("{input}.value")).await, "14. May 2026");
        page.find("label").await.click().await.unwrap();
        page.run(&format!("{input}.select()")).await;
        page.write("2026-05-1").await;
        assert_eq!(page.value("#it").await, "2026-05-14", "half a date changes nothing");
        page.write("8").await;
        assert_eq!(page.value("#it").await, "2026-05-18");
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get(&format!("{input}.value")).await, "18. May 2026");
        page.run(&format!("{input}.select()")).await;
        page.write("17. may 2026").await;
        page.press(&[Key::Tab]).await;
        let problem = format!("{}.textContent", Page::part("#it", "[part=problem]"));
        assert_eq!(page.get(&problem).await, "The apiary rests on Sundays.");
        assert_eq!(page.get("document.querySelector('#it').validity.customError").await, "true");
    });
}

#[test]
fn a_span_is_picked_end_by_end_with_a_preview() {
    with_page(async |page| {
        page.show(
            "<form><notch-date-span id=it name=away aria-label=Away value=2026-05-04/2026-05-05 lang=en-GB>\
             <option value=sunday>closed</option></notch-date-span></form>",
        )
        .await;
        page.click("#it", "[part=toggle]", (0.5, 0.5)).await;
        page.click("#it", "#day-2026-05-12", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "2026-05-04/2026-05-05", "one end is no span");
        page.mouse("#it", "#day-2026-05-15", &[(0.5, 0.5)], None, None).await;
        let spanned = format!(
            "{}.querySelectorAll('[part~=day-spanned]').length",
            Page::part("#it", "[part=grid]")
        );
        assert_eq!(page.get(&spanned).await, "4");
        page.click("#it", "#day-2026-05-18", (0.5, 0.5)).await;
        assert!(
            page.log()
                .await
                .last()
                .unwrap()
                .ends_with("2026-05-17, which is closed, lies in between")
        );
        page.click("#it", "#day-2026-05-15", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "2026-05-12/2026-05-15");
        assert_eq!(page.get("document.querySelector('#it').open").await, "false");
        assert_eq!(
            page.get("new URLSearchParams(new FormData(document.forms[0])).toString()").await,
            "away=2026-05-12&away=2026-05-15"
        );

        page.run("document.querySelector('#it').twoFields = true").await;
        let to = Page::part("#it", "[data-end=to]");
        page.run(&format!("{to}.focus(); {to}.select();")).await;
        page.write("2026-05-16").await;
        assert_eq!(page.value("#it").await, "2026-05-12/2026-05-16");
        page.run("document.querySelector('#it').value = '2026-05-20/2026-05-21'").await;
        assert_eq!(page.value("#it").await, "2026-05-20/2026-05-21");
    });
}

#[test]
fn popups_stay_inside_the_window() {
    with_page(async |page| {
        // Where they take room, they are narrower in a page that is enlarged.
        page.devtools("Emulation.setScrollbarsHidden", json!({ "hidden": true })).await;
        // Also in browsers that cannot position popups.
        for (width, height, anchors) in [
            (1280, 800, true),
            (375, 667, true),
            // A telephone that lies on its side, where there is no room below or above a field.
            (667, 375, true),
            // A page of 1280 by 1024 pixels, four times as large.
            (320, 256, true),
            (1280, 800, false),
            (375, 667, false),
            (667, 375, false),
            (320, 256, false),
        ] {
            page.size(width, height).await;
            if !anchors {
                page.run("CSS.supports = () => false").await;
            }
            for place in [
                "left: 4px; top: 704px",
                "right: 4px; top: calc(700px + 45vh)",
                "left: 12px; top: calc(656px + 100vh)",
                "inset-inline: 0; inline-size: fit-content; margin: auto; top: calc(656px + 100vh)",
                "right: 4px; top: calc(656px + 100vh)",
            ] {
                for tag in ["notch-date", "notch-select", "notch-date-span"] {
                    page.show(&format!(
                        "<div style='height: 3000px'></div><{tag} style='position: absolute; {place}' id=it>{}</{tag}>",
                        if tag == "notch-select" {
                            "<option>Oxalic acid</option>".repeat(60)
                        } else {
                            String::new()
                        }
                    ))
                    .await;
                    page.run("scrollTo(0, 700); document.querySelector('#it').showPicker()").await;
                    let inside = format!(
                        "(() => {{ const box = {}.getBoundingClientRect(); return box.height > 20 && box.left >= 0 && box.top >= 0 \
                         && box.right <= innerWidth && box.bottom <= innerHeight ? 'inside' : JSON.stringify(box); }})()",
                        Page::part("#it", "[part=popup]")
                    );
                    assert_eq!(
                        page.get(&inside).await,
                        "inside",
                        "{tag} at {place} in {width} by {height}, anchors: {anchors}"
                    );
                }
            }
            // Below the field wherever there is room, even if there is more above it.
            page.show("<notch-select style='position: fixed; top: 60vh' id=it><option>Oxalic acid</notch-select>")
                .await;
            page.run("document.querySelector('#it').showPicker()").await;
            let below = format!(
                "{}.getBoundingClientRect().top > document.querySelector('#it').getBoundingClientRect().bottom",
                Page::part("#it", "[part=popup]")
            );
            assert_eq!(
                page.get(&below).await,
                "true",
                "in {width} by {height}, anchors: {anchors}"
            );
        }
    });
}

/// A calendar or a group may be taller than the window, as in a page that is enlarged.
#[test]
fn what_keys_reach_is_in_sight() {
    with_page(async |page| {
        let options: String = (1..13).map(|frame| format!("<option>Frame {frame}")).collect();
        page.size(320, 256).await;
        for (html, steps) in [
            ("<notch-date id=it always-open value=2026-05-14></notch-date>".to_owned(), 5),
            ("<notch-date id=it value=2026-05-14></notch-date>".to_owned(), 5),
            (format!("<notch-select id=it filter>{options}</notch-select>"), 11),
            (format!("<notch-radio-group id=it>{options}</notch-radio-group>"), 13),
        ] {
            page.show(&format!("<p style='height: 200px'>{html}<p style='height: 900px'>")).await;
            page.run("it.focus(); it.showPicker(); it.shadowRoot.querySelector('[part=page] [part=grid]')?.focus()").await;
            for key in [Key::Down, Key::Up].iter().flat_map(|key| vec![key; steps]) {
                page.press(&[*key]).await;
                let is_in_sight = "(() => {
                  const focused = it.shadowRoot.activeElement, points = focused.getAttribute('aria-activedescendant');
                  const [one, popup] = [points ? it.shadowRoot.getElementById(points) : focused, focused.closest('[part=popup]')].map((part) => part?.getBoundingClientRect());
                  return Math.max(0, popup?.top ?? 0) <= one.top + 1 && one.bottom - 1 <= Math.min(innerHeight, popup?.bottom ?? innerHeight);
                })()";
                assert_eq!(page.get(is_in_sight).await, "true", "{html}");
            }
        }
    });
}
