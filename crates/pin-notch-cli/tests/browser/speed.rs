//! The cost of the elements compared with native controls, measured in one page in one run and printed as
//! ratios. Times are reported, not tested: `cargo test -p pin-notch-cli --test browser speed --
//! --nocapture`.

use crate::form::serve;
use crate::support::{Page, with_page};
use serde_json::json;

#[test]
fn the_cost_of_a_key_in_a_large_form_is_reported() {
    with_page(async |page| {
        let html = "<!doctype html><html lang=en><title>Many</title><script type=module src=/pin-notch-form.js></script><body>";
        let (server, url) = serve(html).await;
        page.client.goto(&url).await.expect("the page");
        page.run("await (await import('/pin-notch-form.js')).ready").await;
        // Both forms alternate, so that other load on the machine affects both alike.
        let times = page
            .run(
                "const html = (fields) => `<notch-form><form>` + Array.from({ length: fields }, (_, at) =>
                   `<notch-slider id=h${at} name=h${at} max=40 value=20></notch-slider>` + (at % 5 ? '' :
                   `<notch-rule hidden holds='h${at} + h${at + 1} < 70'>No.</notch-rule><notch-link hidden from=h${at + 2} to=h${at + 3}></notch-link>`)
                 ).join('') + `</form></notch-form>`;
                 const key = (of, at) => of.dispatchEvent(new KeyboardEvent('keydown', { key: at % 2 ? 'ArrowLeft' : 'ArrowRight', bubbles: true, composed: true, cancelable: true }));
                 document.body.innerHTML = `<div></div><div></div>`;
                 const forms = [10, 1000].map((fields, at) => { document.body.children[at].innerHTML = html(fields); return document.body.children[at].firstChild; });
                 await new Promise((done) => setTimeout(done, 500));
                 const sliders = forms.map((form) => form.querySelectorAll('notch-slider')).map((all) => all[all.length / 2]);
                 const times = [[], []];
                 for (let round = 0; round < 60; round++) for (const at of [0, 1]) {
                   sliders[at].focus();
                   const start = performance.now();
                   for (let n = 0; n < 50; n++) key(sliders[at], n);
                   times[at].push((performance.now() - start) / 50);
                 }
                 return [...times.map((all) => all.sort((a, b) => a - b)[30]), forms.every((form) => form.touched)];",
            )
            .await;
        assert_eq!(times[2], true, "the keys did something");
        let [small, large] = [0, 1].map(|at| times[at].as_f64().expect("a time"));
        println!(
            "a key in a form of 10 fields: {:.0} µs; in one of 1,000 with 200 rules and 200 links {:.2} times that",
            small * 1000.0,
            large / small
        );
        drop(server);
    });
}

#[test]
fn the_cost_compared_with_native_controls_is_reported() {
    with_page(async |page| {
        page.show("<main></main>").await;
        // Three scripts instead of one, so that none comes close to its time limit on a slow machine.
        let creation = measure(
            &page,
            "const repeated = (html) => median(Array.from({ length: 3 }, () => made(html, 1000)));
             return [repeated(ours), repeated('<input type=range min=0 max=40 step=0.1 value=18.4>')];",
        )
        .await;
        let list = measure(
            &page,
            "main.innerHTML = '<notch-select></notch-select><select></select>';
             const [select, own] = main.children;
             const options = Array.from({ length: 100_000 }, (_, n) => `Colony ${n}`);
             const given = timed(() => { select.options = options; });
             const opened = timed(() => select.showPicker());
             const filled = timed(() => { own.replaceChildren(...options.map((text) => new Option(text))); own.size = 10; });
             select.blur();
             main.replaceChildren();
             return [given, opened, filled];",
        )
        .await;
        let memory = measure(
            &page,
            "const memory = () => { gc(); return performance.memory.usedJSHeapSize; };
             const before = memory();
             for (let n = 0; n < 10; n++) made(ours, 1000);
             await new Promise((done) => setTimeout(done, 300));
             return [(memory() - before) / 10_000];",
        )
        .await;
        // With labels, ten times as many: the cost of each must not grow with their number.
        let labelled = measure(
            &page,
            "const labelled = async (tag, count) => {
               const html = Array.from({ length: count }, (_, n) => `<label for=x${n}>Colony ${n}</label><${tag} id=x${n}><option>1</option></${tag}>`).join('');
               const start = performance.now();
               main.innerHTML = html;
               await new Promise((done) => setTimeout(done));
               main.getBoundingClientRect();
               const time = performance.now() - start;
               main.replaceChildren();
               return time;
             };
             const growth = async (tag) => { await labelled(tag, 400); return await labelled(tag, 4000) / await labelled(tag, 400); };
             return [await growth('notch-select'), await growth('select')];",
        )
        .await;
        println!(
            "4,000 labelled selects take {:.1} times as long as 400; the browser's own {:.1} times",
            labelled[0], labelled[1]
        );
        println!(
            "1,000 sliders made: {:.1} ms, {:.1} times the browser's own",
            creation[0],
            creation[0] / creation[1]
        );
        let (ours, own) = drags(&page).await;
        println!(
            "one drag move, from the pointer to the pixels: {ours:.1} ms, {:.1} times the browser's own",
            ours / own
        );
        println!(
            "100,000 options given in {:.0} ms and opened in {:.1} ms; the browser's own list takes {:.0} ms",
            list[0], list[1], list[2]
        );
        let kept = memory[0];
        println!("kept of 10,000 elements made and removed: {kept:.0} bytes each");
        assert!(kept < 1000.0, "{kept} bytes are kept of each element that was removed");
    });
}

/// Runs a measuring script in the page and returns its results.
async fn measure(page: &Page, script: &str) -> Vec<f64> {
    let figures = page.run(&format!("{MEASURING}\n{script}")).await;
    figures
        .as_array()
        .into_iter()
        .flatten()
        .map(|figure| figure.as_f64().expect("a figure"))
        .collect()
}

/// Code shared by the measuring scripts: the time of a run including layout, and of creating many elements.
const MEASURING: &str = "
    const main = document.querySelector('main');
    const ours = '<notch-slider min=0 max=40 step=0.1 value=18.4></notch-slider>';
    const median = (times) => times.sort((a, b) => a - b)[times.length >> 1];
    const timed = (run) => {
      const start = performance.now();
      run();
      main.getBoundingClientRect();
      return performance.now() - start;
    };
    const made = (html, count) => {
      const time = timed(() => { main.innerHTML = html.repeat(count); });
      main.replaceChildren();
      return time;
    };";

/// What one move of a real drag costs the page's main thread, in milliseconds: our slider's and the browser's
/// own, each the better of three drags of 150 moves.
async fn drags(page: &Page) -> (f64, f64) {
    page.show(
        "<main style='padding: 40px'><notch-slider style='inline-size: 400px' max=40 step=0.1></notch-slider>\
         <br><br><input type=range style='inline-size: 400px' max=40 step=0.1></main>",
    )
    .await;
    page.devtools("Performance.enable", json!({})).await;
    let mut best = [f64::MAX; 2];
    for _ in 0..3 {
        let tracks =
            [Page::part("notch-slider", "[part=track]"), "document.querySelector('input')".into()];
        for (best, track) in best.iter_mut().zip(tracks) {
            let place = format!(
                "const box = {track}.getBoundingClientRect(); return [box.left, box.top + box.height / 2, box.width];"
            );
            let place = page.run(&place).await;
            let of = |at: usize| place[at].as_f64().expect("a figure");
            let event = |kind: &str, x: f64| json!({ "type": kind, "x": of(0) + of(2) * x, "y": of(1), "button": "left", "buttons": 1, "clickCount": 1 });
            page.devtools("Input.dispatchMouseEvent", event("mousePressed", 0.1)).await;
            let before = busy(page).await;
            for step in 0..150 {
                let x = 0.1 + 0.8 * f64::from(step) / 150.0;
                page.devtools("Input.dispatchMouseEvent", event("mouseMoved", x)).await;
            }
            *best = best.min((busy(page).await - before) * 1000.0 / 150.0);
            page.devtools("Input.dispatchMouseEvent", event("mouseReleased", 0.9)).await;
        }
    }
    (best[0], best[1])
}

/// The working time of the page's main thread, in seconds.
async fn busy(page: &Page) -> f64 {
    let metrics = page.devtools("Performance.getMetrics", json!({})).await;
    let mut all = metrics["metrics"].as_array().into_iter().flatten();
    let found = all.find(|metric| metric["name"] == "TaskDuration");
    found.and_then(|metric| metric["value"].as_f64()).expect("a figure")
}
