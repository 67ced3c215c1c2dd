//! What the elements cost beside the browser's own, measured in one page in one run and printed as ratios.
//! Times are told, not tested: `cargo test -p pin-notch-cli --test browser speed -- --nocapture`.

use crate::support::with_page;

#[test]
fn the_cost_beside_the_browsers_own_controls_is_told() {
    with_page(async |page| {
        page.show("<main></main>").await;
        let measured = page
            .run(
                "const main = document.querySelector('main');
                 const median = (times) => times.sort((a, b) => a - b)[times.length >> 1];
                 const made = (html, count) => {
                   const start = performance.now();
                   main.innerHTML = html.repeat(count);
                   main.getBoundingClientRect();
                   const time = performance.now() - start;
                   main.replaceChildren();
                   return time;
                 };
                 const repeated = (run) => median(Array.from({ length: 5 }, run));
                 const ours = '<notch-slider min=0 max=40 step=0.1 value=18.4></notch-slider>';
                 const native = '<input type=range min=0 max=40 step=0.1 value=18.4>';
                 const creation = [repeated(() => made(ours, 1000)), repeated(() => made(native, 1000))];

                 main.innerHTML = ours + native;
                 const [slider, input] = main.children;
                 const box = slider.shadowRoot.querySelector('[part=track]').getBoundingClientRect();
                 const event = (type, x) => new PointerEvent(type, { clientX: box.left + box.width * x, clientY: box.top + 5,
                   button: 0, buttons: 1, pointerId: 1, isPrimary: true, bubbles: true, composed: true });
                 slider.setPointerCapture = () => {};
                 slider.shadowRoot.querySelector('[part=track]').dispatchEvent(event('pointerdown', 0.1));
                 const moves = (move) => repeated(() => {
                   const start = performance.now();
                   for (let n = 0; n < 200; n++) { move(n / 200); main.getBoundingClientRect(); }
                   return (performance.now() - start) / 200;
                 });
                 const dragged = moves((x) => slider.dispatchEvent(event('pointermove', x)));
                 // The browser's own cannot be dragged by a script: to set it is the least of what its drag does.
                 const set = moves((x) => { input.value = x * 40; input.dispatchEvent(new Event('input', { bubbles: true })); });
                 slider.dispatchEvent(event('pointerup', 0.5));

                 main.innerHTML = '<notch-select></notch-select><select></select>';
                 const [select, own] = main.children;
                 const options = Array.from({ length: 100_000 }, (_, n) => `Colony ${n}`);
                 const timed = (run) => { const start = performance.now(); run(); main.getBoundingClientRect(); return performance.now() - start; };
                 const given = timed(() => { select.options = options; });
                 const opened = timed(() => select.showPicker());
                 const filled = timed(() => { own.replaceChildren(...options.map((text) => new Option(text))); own.size = 10; });
                 select.blur();

                 main.replaceChildren();
                 const memory = () => { gc(); return performance.memory.usedJSHeapSize; };
                 const before = memory();
                 for (let n = 0; n < 10; n++) made(ours, 1000);
                 await new Promise((done) => setTimeout(done, 300));
                 const kept = (memory() - before) / 10_000;
                 return { creation, drag: [dragged, set], list: [given, opened, filled], kept };",
            )
            .await;
        let figure = |what: &str, at: usize| measured[what][at].as_f64().expect("a figure");
        let ratio = |what: &str| figure(what, 0) / figure(what, 1);
        println!(
            "1,000 sliders made: {:.1} ms, {:.1} times the browser's own",
            figure("creation", 0),
            ratio("creation")
        );
        println!(
            "one drag move: {:.3} ms, {:.1} times setting the browser's own",
            figure("drag", 0),
            ratio("drag")
        );
        println!(
            "100,000 options given in {:.0} ms and opened in {:.1} ms; the browser's own list takes {:.0} ms",
            figure("list", 0),
            figure("list", 1),
            figure("list", 2)
        );
        let kept = measured["kept"].as_f64().expect("a figure");
        println!("kept of 10,000 elements made and removed: {kept:.0} bytes each");
        assert!(kept < 1000.0, "{kept} bytes are kept of each element that was removed");
    });
}
