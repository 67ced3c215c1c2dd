//! What holds for every element: it handles keys, is sent, reset and restored, lets listeners write back,
//! and follows the direction of text.

use crate::support::{Page, serve, web_files, with_page};
use fantoccini::key::Key;

/// Options, for elements that have some.
const OPTIONS: &str = "<option value=oa>Oxalic</option><option value=fa>Formic</option>";

/// An element, its default, the keys that change it, and its value afterwards. `>` and `<` are the arrow
/// keys in the direction of text and against it, `^` and `v` are up and down, and `!` is Enter.
pub const EVERY: [(&str, &str, &str, &str); 19] = [
    ("notch-slider max=40 value=18", "18", ">", "19"),
    ("notch-span-slider value=10,30", "10,30", ">", "11,30"),
    ("notch-rating value=4", "4", ">", "5"),
    ("notch-switch", "", " ", "on"),
    ("notch-checkbox", "", " ", "on"),
    ("notch-checkbox-group value=fa", "fa", " ", "oa,fa"),
    ("notch-radio-group value=oa", "oa", "v", "fa"),
    ("notch-stepper value=3", "3", "^", "4"),
    ("notch-item-stepper value=oa", "oa", ">", "fa"),
    ("notch-select value=oa", "oa", "vv!", "fa"),
    ("notch-select multiple value=oa", "oa", "vv!", "oa,fa"),
    ("notch-date value=2026-05-14", "2026-05-14", "v>!", "2026-05-15"),
    (
        "notch-date-span value=2026-05-12/2026-05-14",
        "2026-05-12/2026-05-14",
        "v!>!",
        "2026-05-12/2026-05-13",
    ),
    ("notch-month value=2026-05", "2026-05", "^", "2027-05"),
    ("notch-week value=2026-W20", "2026-W20", "^", "2027-W20"),
    ("notch-time value=07:30", "07:30", "1645", "16:45"),
    ("notch-date-time value=2026-05-14T07:30", "2026-05-14T07:30", "^", "2027-05-14T07:30"),
    ("notch-text", "", "calm!", "calm"),
    ("notch-text rows=3", "", "calm!b", "calm\nb"),
];

/// A form with each of them.
pub fn form(direction: &str) -> String {
    let elements = EVERY.iter().enumerate().map(|(at, (start, ..))| {
        let tag = start.split(' ').next().unwrap_or_default();
        let options = if ["select", "group", "item"].iter().any(|kind| tag.contains(kind)) { OPTIONS } else { "" };
        format!("<p><label for=e{at}>It</label> <{start} id=e{at} name=e{at} lang=en>{options}</{tag}></p>")
    });
    format!("<form dir={direction}>{}</form>", elements.collect::<String>())
}

/// The value of the element; for a switch or checkbox, what it sends.
async fn value_of(page: &Page, at: usize) -> String {
    page.get(&format!("(({{ checked, type, value }}) => /switch|checkbox$/.test(type) && !checked ? '' : value)(document.querySelector('#e{at}'))")).await
}

async fn press(page: &Page, at: usize, keys: &str, turned: bool) {
    page.focus(&format!("#e{at}")).await;
    for key in keys.chars() {
        let key = match (key, turned) {
            ('>', false) | ('<', true) => Key::Right,
            ('>', true) | ('<', false) => Key::Left,
            ('^', _) => Key::Up,
            ('v', _) => Key::Down,
            ('!', _) => Key::Enter,
            _ => {
                page.write(&key.to_string()).await;
                continue;
            }
        };
        page.press(&[key]).await;
    }
}

/// Presses each element's keys and returns those with a wrong value afterwards.
pub async fn press_all(page: &Page, turned: bool, then: impl Fn(usize) -> String) -> Vec<String> {
    let mut wrong = Vec::new();
    for (at, (start, _, keys, _)) in EVERY.iter().enumerate() {
        press(page, at, keys, turned).await;
        let (found, right) = (value_of(page, at).await, then(at));
        if found != right {
            wrong.push(format!("{start}: {found:?}, not {right:?}"));
        }
        page.run("document.activeElement.blur()").await;
    }
    wrong
}

fn before(at: usize) -> String {
    EVERY[at].1.to_owned()
}

pub fn after(at: usize) -> String {
    EVERY[at].3.to_owned()
}

/// What the form sends, by field.
const SENT: &str = "new URLSearchParams(new FormData(document.forms[0])).toString()";

#[test]
fn every_element_follows_its_keys_is_sent_and_reset() {
    with_page(async |page| {
        page.show(&form("ltr")).await;
        let at_first = page.get(SENT).await;
        assert_eq!(press_all(&page, false, after).await, [""; 0]);
        let sent = page.get(SENT).await;
        for name in (0..EVERY.len()).map(|at| format!("e{at}=")) {
            assert!(sent.contains(&name), "{name} is not in {sent}");
        }
        page.run("document.forms[0].reset()").await;
        assert_eq!(page.get(SENT).await, at_first);
        for (at, (start, ..)) in EVERY.iter().enumerate() {
            assert_eq!(value_of(&page, at).await, before(at), "{} after a reset", start);
        }
    });
}

#[test]
fn every_element_is_restored_after_going_back() {
    with_page(async |page| {
        let html = format!(
            "<!doctype html><title>All</title>{}<script type=module src=/pin-notch.js></script>",
            form("ltr")
        );
        let (server, url) = serve(html, web_files()).await;
        page.client.goto(&url).await.expect("the page");
        page.until(
            "document.querySelector('[name]:state(ready)') && document.querySelector('#e16').value",
        )
        .await;
        assert_eq!(press_all(&page, false, after).await, [""; 0]);
        page.client.goto("about:blank").await.expect("another page");
        page.back().await;
        page.until(
            "document.querySelector('[name]:state(ready)') && document.querySelector('#e16').value",
        )
        .await;
        assert_eq!(
            page.get("performance.getEntriesByType('navigation')[0].type").await,
            "back_forward"
        );
        for (at, (start, ..)) in EVERY.iter().enumerate() {
            assert_eq!(value_of(&page, at).await, after(at), "{} after coming back", start);
        }
        drop(server);
    });
}

#[test]
fn every_element_lets_its_listeners_write_back() {
    with_page(async |page| {
        // A listener that writes back what it receives, as frameworks do, changes nothing and loses no key.
        page.show(&form("ltr")).await;
        let listen = |write: &str| {
            format!(
                "for (const element of document.forms[0].elements) for (const type of ['input', 'change'])
                   element.addEventListener(type, (event) => {{ {write} }});"
            )
        };
        page.run(&listen(
            "const { checked, value, values } = event.detail;
             if (/switch|checkbox$/.test(element.type)) element.checked = checked;
             else if (values.length > 1) element.values = values;
             else element.value = value;
             window.areCustom ||= event instanceof CustomEvent;",
        ))
        .await;
        assert_eq!(press_all(&page, false, after).await, [""; 0], "an echo");
        // Some libraries do not take the value of the target if the event is a custom one.
        assert_eq!(page.get("areCustom").await, "false");
        // A listener that allows no change succeeds, and is not called endlessly.
        page.show(&form("ltr")).await;
        page.run(&listen(
            "if (/switch|checkbox$/.test(element.type)) element.checked = false;
             else element.value = element.getAttribute('value');",
        ))
        .await;
        assert_eq!(press_all(&page, false, before).await, [""; 0], "written back");
        let log = page.log().await;
        let events = log.iter().filter(|line| line.contains(" event ")).count();
        assert!(events < 6 * EVERY.len(), "{events} events: {log:?}");
    });
}

#[test]
fn every_element_follows_the_direction_of_text() {
    with_page(async |page| {
        page.show(&form("rtl")).await;
        assert_eq!(press_all(&page, true, after).await, [""; 0]);
        // Nothing overflows its element, and the first part of each is at the right.
        let out =
            "[...document.forms[0].elements].filter((host) => host.shadowRoot).flatMap((host) => {
            const box = host.getBoundingClientRect();
            return [...host.shadowRoot.querySelectorAll('[part]')]
              .filter((part) => part.checkVisibility() && !part.closest('[part=popup]'))
              .map((part) => [part.getAttribute('part'), part.getBoundingClientRect()])
              .filter(([, { left, right }]) => left < box.left - 1.5 || right > box.right + 1.5)
              .map(([part]) => `${host.id} ${host.type} ${part}`);
          }).join('; ')";
        assert_eq!(page.get(out).await, "");
        for (host, first, last) in
            [("#e7", "[part=less]", "[part=more]"), ("#e8", "[part=back]", "[part=next]")]
        {
            let left = |part| format!("{}.getBoundingClientRect().left", Page::part(host, part));
            let turned = format!("{} > {}", left(first), left(last));
            assert_eq!(page.get(&turned).await, "true", "{host} runs from right to left");
        }
    });
}

/// An element adds most listeners at its first event; each event that can be the first is handled.
#[test]
fn the_first_event_of_an_element_is_handled() {
    with_page(async |page| {
        let fresh = async |element: &str| {
            page.show(&format!("<form>{element}</form>")).await;
            page.until("document.querySelector('form').firstChild.shadowRoot?.firstElementChild")
                .await;
        };
        let it = "document.querySelector('form').firstChild";
        let value = format!("{it}.value");

        // A form that is checked before it was touched.
        fresh("<notch-stepper required></notch-stepper>").await;
        page.run("document.querySelector('form').reportValidity();").await;
        let problem = format!("{it}.shadowRoot.querySelector('[part=problem]').textContent");
        assert_eq!(page.get(&problem).await, "A value is required.");

        // A click without a pointer, as by assistive technology.
        fresh("<notch-stepper value=3></notch-stepper>").await;
        page.run(&format!("{it}.shadowRoot.querySelector('[part=more]').click();")).await;
        assert_eq!(page.get(&value).await, "4");
        fresh("<notch-switch></notch-switch>").await;
        page.run(&format!("{it}.click();")).await;
        assert_eq!(page.get(&format!("{it}.checked")).await, "true");

        // A text inserted into the field by the browser.
        fresh("<notch-stepper></notch-stepper>").await;
        page.run(&format!(
            "const field = {it}.shadowRoot.querySelector('input');
             field.value = '12';
             field.dispatchEvent(new InputEvent('input', {{ bubbles: true, composed: true }}));"
        ))
        .await;
        assert_eq!(page.get(&value).await, "12");

        // A script that opens it, and a key event dispatched by a script.
        fresh("<notch-select><option>oa</option><option>fa</option></notch-select>").await;
        page.run(&format!("{it}.showPicker();")).await;
        assert_eq!(page.get(&format!("{it}.open")).await, "true");
        fresh("<notch-slider max=40 value=18></notch-slider>").await;
        page.run(&format!("{it}.dispatchEvent(new KeyboardEvent('keydown', {{ key: 'End' }}));"))
            .await;
        assert_eq!(page.get(&value).await, "40");
    });
}

/// What is wrong stands beside the control and is not a part of it. Its text can be selected while the control has the
/// focus.
#[test]
fn pressing_what_is_wrong_changes_nothing() {
    with_page(async |page| {
        page.show(&form("ltr").replace(" name=", " problem='The bees do not agree.' name=")).await;
        page.until("[...document.forms[0].elements].every((one) => one.matches(':state(ready)'))")
            .await;
        for (at, (start, default, ..)) in EVERY.iter().enumerate() {
            page.focus(&format!("#e{at}")).await;
            let way = [(0.06, 0.5), (0.99, 0.99)];
            page.mouse(&format!("#e{at}"), "[part=problem]", &way, Some(0), Some(1)).await;
            let selected = page.get("getSelection().toString()").await;
            assert!(selected.contains("do not agree"), "{start}: {selected}");
            assert_eq!(value_of(&page, at).await, *default, "{start}");
            let open = format!("document.querySelector('#e{at}').open");
            assert_eq!(page.get(&open).await, "false", "{start}");
        }
    });
}
