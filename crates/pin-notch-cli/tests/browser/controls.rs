//! Sliders, ratings and switches by pointer and keyboard.

use crate::support::{with_demo, with_page};
use fantoccini::key::Key;

#[test]
fn a_slider_follows_the_keys() {
    with_demo(async |page| {
        page.focus("#weight").await;
        page.press(&[Key::Right, Key::PageUp, Key::Home, Key::Left]).await;
        assert_eq!(
            page.log().await,
            [
                "key ArrowRight -> input 18.5, change 18.5",
                "input event 18.5",
                "change event 18.5",
                "key PageUp -> input 22.5, change 22.5",
                "input event 22.5",
                "change event 22.5",
                "key Home -> input 0, change 0",
                "input event 0",
                "change event 0",
                "key ArrowLeft -> refused: already at the lowest value",
            ]
        );
        assert_eq!(page.get("document.querySelector('output[for=weight]').value").await, "0");
        // A key that it does not handle is left to the page.
        let passed = "await new Promise((done) => { addEventListener('keydown', (e) => done(e.defaultPrevented), { once: true }); \
                      document.querySelector('#weight').dispatchEvent(new KeyboardEvent('keydown', { key: 'x', bubbles: true })); })";
        assert_eq!(page.get(passed).await, "false");
    });
}

#[test]
fn a_drag_is_many_inputs_and_one_change() {
    with_demo(async |page| {
        let way = [(0.46, 0.5), (0.5, 0.5), (0.75, 0.5), (1.2, 3.0)];
        page.mouse("#weight", "[part=track]", &way, Some(0), Some(3)).await;
        let log = page.log().await;
        let starting = |with: &str| log.iter().filter(|line| line.starts_with(with)).count();
        assert!(log[0].starts_with("grab at ") && log[0].ends_with(" -> grab"), "{log:?}");
        assert!(
            starting("input event") >= 3 && starting("input event") == starting("move "),
            "{log:?}"
        );
        assert_eq!(log[log.len() - 2..], ["release -> release, change 40", "change event 40"]);
        assert_eq!(page.get("document.querySelector('#weight').shadowRoot.querySelector('[part=thumb]').style.left").await, "100%");

        // A press beside the thumb jumps there. Escape cancels the whole gesture, and releasing the button
        // afterwards has no effect.
        page.drag_and_press("#weight", "[part=track]", (0.25, 0.5), (0.5, 0.5), Key::Escape).await;
        let log = page.log().await;
        assert!(log[0].ends_with("-> grab, input 10"), "{log:?}");
        assert_eq!(log[log.len() - 2..], ["key Escape -> input 40, cancel", "input event 40"]);
        assert_eq!(page.get("document.querySelector('#weight').value").await, "40");
    });
}

/// The rows of many lists can be dragged.
#[test]
fn a_thumb_is_dragged_and_not_what_is_around_it() {
    with_page(async |page| {
        page.show("<p draggable=true>Linden <notch-slider step=5></notch-slider>").await;
        page.run("window.seen = []; for (const type of ['dragstart', 'pointercancel', 'change']) document.addEventListener(type, ({ target, defaultPrevented }) => seen.push(`${target.localName} ${type} ${defaultPrevented}`))").await;
        let way = [(0.2, 0.5), (0.3, 0.5), (0.4, 0.5), (0.6, 0.5), (0.75, 0.5)];
        page.mouse("notch-slider", "[part=track]", &way, Some(0), Some(4)).await;
        assert_eq!(page.value("notch-slider").await, "75");
        assert_eq!(page.get("seen.join()").await, "p dragstart true,notch-slider change false");
        // A disabled one is dragged with it.
        page.run("seen.length = 0; document.querySelector('notch-slider').disabled = true").await;
        page.mouse("notch-slider", "[part=track]", &way, Some(0), Some(4)).await;
        assert_eq!(page.get("seen[0]").await, "p dragstart false");
        // One that is removed while it is dragged releases the page.
        page.run("document.querySelector('notch-slider').disabled = false").await;
        page.mouse("notch-slider", "[part=track]", &way, Some(0), None).await;
        let drag = "document.querySelector('p').dispatchEvent(new DragEvent('dragstart', { bubbles: true, cancelable: true }))";
        assert_eq!(page.get(drag).await, "false");
        page.run("document.querySelector('notch-slider').remove()").await;
        page.mouse_at(5.0, 5.0).await;
        assert_eq!(page.get(drag).await, "true");
    });
}

#[test]
fn a_click_lands_where_the_track_says_however_it_lies() {
    with_page(async |page| {
        let table = [
            ("", "0.25, 0.5", "25", "left 25%"),
            ("dir=rtl", "0.25, 0.5", "75", "left 25%"),
            ("reversed", "0.25, 0.5", "75", "left 25%"),
            ("orientation=vertical", "0.5, 0.25", "75", "top 25%"),
            ("orientation=vertical reversed", "0.5, 0.25", "25", "top 25%"),
        ];
        for (attributes, at, value, thumb) in table {
            page.show(&format!("<br><br><notch-slider {attributes}></notch-slider>")).await;
            let at: Vec<f64> = at.split(", ").map(|n| n.parse().unwrap()).collect();
            page.click("notch-slider", "[part=track]", (at[0], at[1])).await;
            assert_eq!(
                page.get("document.querySelector('notch-slider').value").await,
                value,
                "{attributes}"
            );
            let (side, place) = thumb.split_once(' ').unwrap();
            let style = format!(
                "document.querySelector('notch-slider').shadowRoot.querySelector('[part=thumb]').style.{side}"
            );
            assert_eq!(page.get(&style).await, place, "{attributes}");
        }
    });
}

#[test]
fn two_thumbs_answer_pointer_and_keys() {
    with_page(async |page| {
        page.show(
            "<form id=form></form><br><br><notch-span-slider form=form name=flying min=-20 max=40 value=10,30 least=5 aria-label=Flying></notch-span-slider>",
        )
        .await;
        page.click("notch-span-slider", "[part=track]", (0.25, 0.5)).await;
        assert_eq!(page.value("notch-span-slider").await, "-5,30", "the nearer thumb answers");
        page.press(&[Key::Right, Key::Tab, Key::Left, Key::Home]).await;
        let log = page.log().await;
        assert!(log.contains(&"key ArrowRight -> input -4,30, change -4,30".to_owned()), "{log:?}");
        assert!(log.contains(&"take high -> take high".to_owned()), "{log:?}");
        assert_eq!(page.value("notch-span-slider").await, "-4,1", "as near as it may");
        assert_eq!(
            page.get(
                "new URLSearchParams(new FormData(document.querySelector('#form'))).toString()"
            )
            .await,
            "flying=-4&flying=1",
            "a form elsewhere in the page has it by its id"
        );
    });
}

#[test]
fn a_rating_previews_chooses_and_clears() {
    with_demo(async |page| {
        let readout = "document.querySelector('#temper').shadowRoot.querySelector('[part=output]').textContent";
        let lit = "[...document.querySelector('#temper').shadowRoot.querySelectorAll('[part=icon-on]')].map((i) => i.style.getPropertyValue('--share')).join(' ')";
        page.mouse("#temper", "[part=icons]", &[(0.69, 0.5)], None, None).await;
        assert_eq!(page.get(readout).await, "would be 3.5 of 5");
        assert_eq!(page.get(lit).await, "1 1 1 0.5 0");
        assert_eq!(
            page.get("document.querySelector('#temper').value").await,
            "",
            "a preview is no value"
        );
        page.mouse("#temper", "[part=icons]", &[(0.69, 1.4)], None, None).await;
        assert_eq!(
            (page.get(readout).await, page.get(lit).await),
            ("not rated".into(), "0 0 0 0 0".into())
        );
        let log = page.log().await;
        assert!(log[0].starts_with("point at ") && log[0].ends_with("-> preview 3.5"), "{log:?}");
        assert_eq!(log[1], "leave -> preview end");

        page.click("#temper", "[part=icons]", (0.69, 0.5)).await;
        assert_eq!(page.get("document.querySelector('#temper').value").await, "3.5");
        page.click("#temper", "[part=icons]", (0.69, 0.5)).await;
        let log = page.log().await;
        assert!(log[log.len() - 3].ends_with("-> input empty, change empty"), "{log:?}");
        assert_eq!(log[log.len() - 2..], ["input event ", "change event "]);
        assert_eq!(page.get(lit).await, "0 0 0 0 0", "cleared under the pointer, and looking so");

        page.focus("#pattern").await;
        page.press(&[Key::Up, Key::Delete]).await;
        let log = page.log().await;
        assert_eq!(log[0], "key ArrowUp -> input 5, change 5");
        assert_eq!(log[3], "key Delete -> refused: a value is required, so it cannot be cleared");
    });
}

#[test]
fn an_icon_of_the_page_is_the_ratings_icon() {
    with_page(async |page| {
        page.show(
            "<notch-rating max=3 value=1.5 step=0.5 aria-label=Temper><svg viewBox='0 0 10 10'><circle cx=5 cy=5 r=4 /></svg></notch-rating>",
        )
        .await;
        let icons =
            "document.querySelector('notch-rating').shadowRoot.querySelectorAll('circle').length";
        assert_eq!(page.get(icons).await, "6", "each drawn twice: lit and not");
    });
}

#[test]
fn a_switch_flips_by_pointer_key_and_label() {
    with_demo(async |page| {
        page.click("#feeder", "[part=track]", (0.5, 0.5)).await;
        assert_eq!(
            page.log().await,
            ["flip -> input on, change on", "input event on", "change event on"]
        );
        assert_eq!(page.get("document.querySelector('#feeder').shadowRoot.querySelector('[part=caption]').textContent").await, "on");
        page.find("label[for=feeder]").await.click().await.unwrap();
        assert_eq!(page.get("document.querySelector('#feeder').checked").await, "false");
        page.press(&[Key::Space]).await;
        assert_eq!(
            page.get("document.querySelector('#feeder').checked").await,
            "true",
            "the label gave it the focus"
        );
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get("document.querySelector('#feeder').checked").await, "false");
    });
}

#[test]
fn disabled_and_read_only_refuse_and_show_it() {
    with_demo(async |page| {
        page.click("#shown", "[part=track]", (0.1, 0.5)).await;
        page.focus("#shown").await;
        page.press(&[Key::Right]).await;
        let log = page.log().await;
        assert!(log[0].ends_with("refused: read-only"), "{log:?}");
        assert_eq!(log.last().unwrap(), "key ArrowRight -> refused: read-only");
        page.click("#locked", "[part=track]", (0.1, 0.5)).await;
        assert!(page.log().await[0].ends_with("refused: disabled"));
        page.click("#heater", "[part=track]", (0.5, 0.5)).await;
        assert_eq!(page.get("document.querySelector('#heater').checked").await, "true");
        let colour = "(({ color, filter }) => `${color} ${filter}`)(getComputedStyle(document.querySelector('#locked').shadowRoot.querySelector('[part=control]')))";
        assert_eq!(page.get(colour).await, "rgb(107, 99, 87) grayscale(1)");
        page.focus("#locked").await;
        assert_ne!(page.get("document.activeElement.id").await, "locked");
        assert_eq!(
            page.get("document.querySelector('#locked').matches(':disabled')").await,
            "true"
        );
    });
}
