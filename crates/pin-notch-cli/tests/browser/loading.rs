//! How the elements become active: the module is late, missing or restricted by a policy.

use crate::every::EVERY;
use crate::support::{Behaviour, Page, serve, serve_badly, web_files, with_page};
use fantoccini::key::Key;

/// A page whose own script uses the elements immediately, with native controls inside some of them.
const EARLY: &str = "<!doctype html><html lang=en><title>Early</title>
    <form><label for=w>Weight</label><notch-slider id=w name=w max=40 step=0.1><input type=range name=w max=40 step=0.1 value=20></notch-slider>
    <label for=m>Mites</label><notch-stepper id=m name=m><input type=number name=m></notch-stepper>
    <label for=f>Feeder</label><notch-switch id=f name=f><input type=checkbox name=f></notch-switch>
    <label for=t>Temper</label><notch-rating id=t name=t value=3></notch-rating>
    <label for=d>Visited</label><notch-date id=d name=d><input type=date name=d></notch-date></form><p></p>
    <script>
      window.errors = []; window.logged = [];
      // Properties of elements that are not defined yet.
      Object.assign(document.getElementById('t'), { max: 7, title: 'How they were' });
      for (const kind of ['error', 'warn']) { const old = console[kind]; console[kind] = (...all) => { logged.push(all.join(' ')); old(...all); }; }
      addEventListener('error', ({ message }) => errors.push(message));
      addEventListener('unhandledrejection', ({ reason }) => errors.push(String(reason)));
      window.heard = [];
      document.querySelector('form').addEventListener('input', ({ target }) => heard.push(target.closest('[id]').id));
    </script>
    <script type=module>
      import { ready } from '/pin-notch.js';
      const at = (id) => document.getElementById(id);
      ready.then(() => { window.outcome = 'ready'; }, (why) => { window.outcome = 'failed'; });
      at('w').value = '18.4';
      at('d').value = '2026-05-14';
      at('f').checked = true;
      at('t').stepUp();
      at('m').unit = 'mites';
      window.early = [at('w').value, at('d').value, at('f').checked, at('t').value, at('m').unit, at('m').value].join(' ');
      document.querySelector('p').textContent = 'the page ran';
    </script>";

const SENT: &str = "new URLSearchParams(new FormData(document.forms[0])).toString()";

/// Opens [`EARLY`] with a module that is delivered like this.
async fn early(page: &Page, behaviour: Behaviour) -> impl Drop + use<> {
    let (server, url) = serve_badly(EARLY.to_owned(), web_files(), behaviour).await;
    page.client.goto(&url).await.expect("the page");
    page.until("document.querySelector('p')?.textContent === 'the page ran'").await;
    server
}

#[test]
fn a_late_module_receives_everything_done_before() {
    with_page(async |page| {
        let _server = early(&page, Behaviour::Late(2500)).await;
        assert_eq!(page.get("window.outcome").await, "null");
        assert_eq!(page.get("early").await, "18.4 2026-05-14 true 3 mites ");
        assert_eq!(page.get(SENT).await, "w=18.4&m=&f=on&t=3&d=2026-05-14");
        // The page may disable a native control for a while.
        page.run("const native = document.querySelector('#w input'); native.disabled = true; native.disabled = false").await;
        assert_eq!(page.get("document.querySelector('#w input').disabled").await, "false");
        // Somebody types before the module is loaded, and is not interrupted.
        page.run("document.querySelector('#m input').focus()").await;
        page.write("7").await;
        assert_eq!(page.get("heard.join()").await, "m");
        assert_eq!(page.get("document.querySelector('#m').value").await, "7");
        page.run("document.body.style.paddingBlockStart = '2000px'; scrollTo(0, 0)").await;
        page.until("window.outcome === 'ready'").await;
        assert_eq!(page.get("scrollY").await, "0", "somebody has scrolled elsewhere");
        assert_eq!(page.get(SENT).await, "w=18.4&m=7&f=on&t=4&d=2026-05-14");
        assert_eq!(page.get("document.querySelector('#t').getAttribute('max')").await, "7");
        assert_eq!(page.get("document.activeElement.id").await, "m");
        page.write("5").await;
        page.press(&[Key::Up]).await;
        assert_eq!(page.value("#m").await, "76");
        assert_eq!(page.get("[...errors, ...logged].join()").await, "");
        assert_eq!(page.role_and_name("#w").await.1, "Weight");
    });
}

#[test]
fn what_is_entered_before_a_form_starts_is_followed_and_reset() {
    let html = "<!doctype html><html lang=en><title>Early</title>
        SCRIPT<notch-form id=f><form aria-label=Early>
        <label for=c>Celsius</label><notch-stepper id=c name=c value=20><input type=number name=c value=20></notch-stepper>
        <label for=d>Fahrenheit</label><notch-stepper id=d name=d step=any><input type=number name=d step=any></notch-stepper>
        <notch-link hidden from=c to=d from-range='0,100' to-range='32,212'></notch-link>
        <label>Frames <input type=number id=frames name=frames value=10></label> <label>Combs <input type=number id=combs name=combs></label>
        <notch-link hidden from=frames to=combs from-range='0,10' to-range='0,20'></notch-link>
        <label>Hive <select name=hive><option>Heath<option selected>Linden</select></label></form></notch-form>";
    with_page(async move |page| {
        // The module arrives afterwards, or also the script, which cannot know then what was done before.
        for script in ["<script type=module src=/pin-notch-form.js></script>", ""] {
            let html = html.replace("SCRIPT", script);
            let (_server, url) = serve_badly(html, web_files(), Behaviour::Late(6000)).await;
            page.client.goto(&url).await.expect("the page");
            for (css, text) in [("#c input", "3"), ("#frames", "2")] {
                page.focus(css).await;
                page.write(text).await;
            }
            page.run("document.querySelector('select').value = 'Heath'").await;
            let early = page.get(SENT).await;
            page.run("import('/pin-notch-form.js')").await;
            page.until("document.querySelector('notch-form:state(ready)')").await;
            assert_eq!(early, "c=320&d=&frames=210&combs=&hive=Heath", "typed in time");
            let state =
                "`${f.json} ${f.dirty} ${document.querySelector('#c').matches(':state(dirty)')}`";
            let json = r#"{"c":320,"d":608,"frames":210,"combs":420,"hive":"Heath"} true true"#;
            assert_eq!(page.get(state).await, json, "entered by a person");
            let is_dirty =
                "(f.values = { c: 30 }, document.querySelector('#c').matches(':state(dirty)'))";
            assert_eq!(page.get(is_dirty).await, "true", "the form is in use");
            page.run("f.reset(); await new Promise((done) => setTimeout(done, 50))").await;
            let json = r#"{"c":20,"d":68,"frames":10,"combs":20,"hive":"Linden"} false false"#;
            assert_eq!(page.get(state).await, json);
            assert_eq!(page.get(SENT).await, "c=20&d=68&frames=10&combs=20&hive=Linden");
        }
    });
}

/// Old browsers are like this, and the environments in which programs run their own tests without a browser.
#[test]
fn without_what_elements_need_native_controls_are_used() {
    with_page(async |page| {
        let html = "<!doctype html><html lang=en><title>Old</title><script>
              window.logged = []; console.warn = (text) => logged.push(text);
              delete ElementInternals.prototype.setFormValue; delete HTMLElement.prototype.attachInternals;
            </script><script type=module src=/pin-notch-form.js></script>
            <notch-form id=f keep><form><label for=m>Mites</label><notch-stepper id=m name=m value=3></notch-stepper>
            <label for=t>Temper</label><notch-rating id=t name=t><template shadowrootmode=open><p>Drawn</p></template><input type=number name=t value=2></notch-rating>
            <label for=w>Feeder</label><notch-switch id=w name=w checked></notch-switch></form></notch-form>";
        let (_server, url) = serve(html.to_owned(), web_files()).await;
        page.client.goto(&url).await.expect("the page");
        let outcome =
            "await (await import('/pin-notch-form.js')).ready.catch(({ message }) => message)";
        let lacking = "this environment has no form-associated custom elements with states";
        assert_eq!(page.get(outcome).await, lacking);
        assert_eq!(page.get("logged.length").await, "1");
        assert!(page.is_drawn(&["#t input"]).await);
        page.run("m.value = 5; m.max = 9; m.stepUp(); m.showPicker(); m.setCustomValidity('no'); w.checked = false; f.clear(); f.values = { m: 1 }").await;
        let state = "[m.value, m.getAttribute('max'), t.value, w.checked, m.form === f.form, m.labels[0].textContent, m.checkValidity(), f.checkValidity(), f.json, f.dirty, f.undo()].join(' ')";
        assert_eq!(page.get(state).await, "5 9 2 false true Mites true true {} false false");
        page.run("f.reset()").await;
        assert_eq!(page.get("[m.value, w.checked].join()").await, "3,true");
        let is_where_tests_look = "Object.hasOwn(Object.getPrototypeOf(m), 'value')";
        assert_eq!(page.get(is_where_tests_look).await, "true");
    });
}

/// A program that imports one script in one place and the other one elsewhere is told so.
#[test]
fn a_second_script_is_reported() {
    with_page(async |page| {
        for (scripts, values) in [
            (["pin-notch.js", "pin-notch-form.js"], "{}"),
            (["pin-notch-form.js", "pin-notch.js"], r#"{"mites":3}"#),
        ] {
            let [first, second] =
                scripts.map(|name| format!("<script type=module src=/{name}></script>"));
            let html = format!(
                "<!doctype html><html lang=en><title>Both</title>
                 <script>window.logged = []; console.error = (text) => logged.push(text);</script>{first}{second}
                 <notch-form id=f><form aria-label=Both><label for=m>Mites</label><notch-stepper id=m name=mites value=3></notch-stepper></form></notch-form>"
            );
            let (_server, url) = serve(html, web_files()).await;
            page.client.goto(&url).await.expect("the page");
            page.until("document.querySelectorAll('notch-form:state(ready), notch-stepper:state(ready)').length === 2").await;
            let logged = page.get("logged.join('; ')").await;
            assert!(logged.ends_with("Load a single script: pin-notch-form.js if there is any form, otherwise pin-notch.js."), "{logged}");
            assert_eq!(page.get("f.json").await, values);
        }
    });
}

#[test]
fn without_the_module_native_controls_are_used() {
    with_page(async |page| {
        let forbidden = "script-src 'self' 'unsafe-inline'; style-src 'self'";
        for behaviour in [Behaviour::Missing, Behaviour::Forbidden(forbidden)] {
            let _server = early(&page, behaviour).await;
            page.until("window.outcome === 'failed'").await;
            assert_eq!(page.get("early").await, "18.4 2026-05-14 true 3 mites ");
            page.run("document.querySelector('#m input').focus()").await;
            page.write("7").await;
            assert_eq!(page.get(SENT).await, "w=18.4&m=7&f=on&t=3&d=2026-05-14");
            assert_eq!(page.get("heard.join()").await, "m");
            assert_eq!(page.get("errors.join()").await, "");
            let logged = page.get("logged.join('; ')").await;
            assert!(
                logged.starts_with("pin-notch: the WebAssembly could not be loaded")
                    && !logged.contains("; pin-notch"),
                "{logged}"
            );
            assert!(page.is_drawn(&["#w input"]).await, "the native control is there");
        }
        let _server = early(&page, Behaviour::Hanging).await;
        assert_eq!(page.get(SENT).await, "w=18.4&m=&f=on&t=3&d=2026-05-14");
        page.until("logged.length > 0").await;
        assert!(
            page.get("logged.join('; ')")
                .await
                .starts_with("pin-notch: the WebAssembly has not loaded after 8 s")
        );
        assert_eq!(page.get("errors.join()").await, "");
    });
}

#[test]
fn a_program_without_a_document_can_import_the_module() {
    with_page(async |page| {
        let (server, url) =
            serve("<!doctype html><title>Worker</title>".to_owned(), web_files()).await;
        page.client.goto(&url).await.expect("the page");
        // A worker has no document, no elements and no style sheets.
        let message = page
            .get(
                "await new Promise((done) => {
                   const script = `import(\"${location.origin}/pin-notch.js\").then(async ({ ready, onTurn }) => postMessage(typeof onTurn + ': ' + await ready.catch((why) => why.message)), (why) => postMessage('failed: ' + why))`;
                   const worker = new Worker(URL.createObjectURL(new Blob([script])));
                   worker.onmessage = ({ data }) => done(data);
                   worker.onerror = ({ message }) => done(message);
                 })",
            )
            .await;
        drop(server);
        assert_eq!(message, "function: there is no document here");
    });
}

#[test]
fn nothing_moves_when_the_elements_become_active() {
    with_page(async |page| {
        let elements: String = EVERY
            .iter()
            .map(|(start, ..)| {
                let tag = start.split(' ').next().unwrap_or_default();
                format!("<p><label>It <{start}><option>Oxalic acid</option><option>Formic acid</option></{tag}></label></p>")
            })
            .collect();
        let html = format!(
                "<!doctype html><html lang=en><title>Late</title><link rel=stylesheet href=/pin-notch.css>
                 <script>window.moved = 0; new PerformanceObserver((list) => list.getEntries().forEach(({{ value }}) => {{ moved += value; }}))
                   .observe({{ type: 'layout-shift', buffered: true }});</script>{elements}<footer>End</footer>
                 <script type=module src=/pin-notch.js></script>"
            );
        for behaviour in [Behaviour::ScriptLate(1500), Behaviour::Late(1500)] {
            let (_server, url) = serve_badly(html.clone(), web_files(), behaviour).await;
            page.client.goto(&url).await.expect("the page");
            page.until("document.querySelectorAll(':state(ready)').length === 19").await;
            page.run("await new Promise((done) => setTimeout(done, 300))").await;
            let moved: f64 = page.get("moved").await.parse().expect("a figure");
            assert!(moved < 0.01, "cumulative layout shift {moved}");
        }
    });
}

#[test]
fn strict_policies_find_nothing_to_report() {
    with_page(async |page| {
        let elements: String = EVERY
            .iter()
            .map(|(start, ..)| {
                format!(
                    "<{start}><option>Oxalic acid</option></{}>",
                    start.split(' ').next().unwrap_or_default()
                )
            })
            .collect();
        let html = format!(
            "<!doctype html><html lang=en><title>Strict</title>{elements}<script type=module src=/pin-notch.js></script>"
        );
        let policy = "default-src 'none'; connect-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self'; require-trusted-types-for 'script'; trusted-types pin-notch";
        let (_server, url) = serve_badly(html, web_files(), Behaviour::Forbidden(policy)).await;
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelectorAll(':state(ready)').length === 19").await;
        page.run("for (const element of document.querySelectorAll(':state(ready)')) { element.required = true; element.reportValidity(); element.showPicker(); element.value = element.value; }").await;
        for tag in ["notch-slider", "notch-rating"] {
            page.mouse(tag, "[data-place]", &[(0.2, 0.5), (0.6, 0.5)], Some(0), Some(1)).await;
        }
        let found = "await new Promise((done) => {
            const observer = new ReportingObserver((reports) => done(reports.map(({ body }) => `${body.effectiveDirective} ${body.sample}`).join('; ')), { types: ['csp-violation'], buffered: true });
            observer.observe();
            setTimeout(() => done('nothing'), 500);
          })";
        assert_eq!(page.get(found).await, "nothing");
        // Parts positioned by numbers are in the right place.
        assert_eq!(page.get("document.querySelector('notch-span-slider').shadowRoot.querySelector('[part=thumb]').style.left").await, "10%");
    });
}
