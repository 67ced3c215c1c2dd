//! Forms whose values a framework keeps, which therefore has to hear of every change.

use crate::form::with_form_in;
use crate::support::Page;
use fantoccini::key::Key;

const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form aria-label=Visit>
<label>Hive <input name=hive id=hive></label>
<label>Fed <input type=checkbox name=fed id=fed></label>
<label><input type=radio name=queen id=seen value=seen checked> seen</label> <label><input type=radio name=queen id=unseen value=unseen> unseen</label>
<label><input type=checkbox name=found id=eggs value=eggs> eggs</label> <label><input type=checkbox name=found id=mites value=mites> mites</label>
<label for=note>Note</label> <notch-text id=note name=note></notch-text>
<label for=calm>Calm</label> <notch-switch id=calm name=calm></notch-switch>
<button id=all value=all data-preset="hive=9&amp;fed=on&amp;queen=unseen&amp;found=mites">All</button>
</form></notch-form>"#;

/// What some frameworks do: a property of their own on each control notes what they set themselves, and only another
/// value counts as entered when they hear an event. Of checkboxes and radio buttons, that event is the click. Then they
/// render all controls as they know them.
const KEEP: &str = "
  window.heard = [];
  const controls = [...document.querySelectorAll('input')], known = new Map(), state = new Map();
  const properties = new Map(controls.map((one) => [one, ['checkbox', 'radio'].includes(one.type) ? 'checked' : 'value']));
  for (const [one, property] of properties) {
    const { get, set } = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, property);
    Object.defineProperty(one, property, { get, set(value) { set.call(this, value); known.set(one, value); } });
    known.set(one, one[property]);
    state.set(one, one[property]);
    one.addEventListener(property === 'checked' ? 'click' : 'input', () => {
      if (one[property] === known.get(one)) return;
      heard.push(`${one.id} ${one[property]}`);
      if (one.type === 'radio') for (const other of controls) if (other.name === one.name) state.set(other, false);
      state.set(one, one[property]);
      for (const [other, property] of properties) other[property] = state.get(other);
    });
  }";

async fn undo(page: &Page, times: usize) {
    for _ in 0..times {
        page.press_with(Key::Control, 'z').await;
    }
}

#[test]
fn a_framework_hears_what_is_undone_in_native_controls() {
    with_form_in(PAGE, async |page| {
        page.run(KEEP).await;
        page.focus("#hive").await;
        page.write("7").await;
        page.run("for (const one of [fed, unseen, eggs, mites, eggs]) one.click(); calm.focus()")
            .await;
        let heard = async || page.get("heard.splice(0).join()").await;
        let entered = "hive 7,fed true,unseen true,eggs true,mites true,eggs false";
        assert_eq!(heard().await, entered);
        undo(&page, 6).await;
        // The field was left last.
        let undone = "hive ,eggs true,mites false,eggs false,seen true,fed false";
        assert_eq!(heard().await, undone);
        // A button of the page may do the same.
        page.run("f.redo()").await;
        assert_eq!(heard().await, "fed true");
        // Several at once.
        page.run("f.undo(); f.reset(); f.apply('all')").await;
        assert_eq!(heard().await, "fed false,hive 9,fed true,unseen true,mites true");
        let entered = r#"{"hive":"9","fed":true,"queen":"unseen","found":["mites"],"note":null,"calm":false}"#;
        assert_eq!(page.get("f.json").await, entered);
        undo(&page, 1).await;
        assert_eq!(heard().await, "hive ,fed false,seen true,mites false");
        assert_eq!(page.get("f.dirty").await, "false");
    });
}

/// A page with fields that follow others.
const LINKED: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Hives</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form aria-label=Hives>
<label>C <input type=number name=c id=c value=20></label> <label>F <input type=number name=f id=g value=68 step=any></label>
<notch-link hidden from=c to=f from-range="0,100" to-range="32,212"></notch-link>
<label for=m>Hives</label> <notch-stepper id=m name=m value=1></notch-stepper> <label for=n>Lids</label> <notch-stepper id=n name=n value=1></notch-stepper>
<notch-link hidden from=m to=n></notch-link>
<label for=fed>Fed</label> <notch-switch id=fed name=fed></notch-switch> <label>Written down <input type=checkbox name=noted></label>
<notch-link hidden from=fed to=noted></notch-link>
</form></notch-form>"#;

/// A field that follows reports it after the one that it follows, which the framework has to know of first.
#[test]
fn a_framework_hears_of_fields_that_follow() {
    with_form_in(LINKED, async |page| {
        page.run(KEEP).await;
        page.run("window.events = []; for (const type of ['click', 'input', 'change']) f.addEventListener(type, ({ target }) => events.push(`${type} ${target.name} ${f.values[target.name]}`))").await;
        page.focus("#c").await;
        page.write("5").await;
        page.until("heard.length === 2").await;
        assert_eq!(page.get("heard.join()").await, "c 520,g 968");
        assert_eq!(
            page.get("f.json").await,
            r#"{"c":520,"f":968,"m":1,"n":1,"fed":false,"noted":false}"#
        );
        page.focus("#m").await;
        page.until("events.length === 4").await;
        page.press(&[Key::Up]).await;
        page.until("events.length === 8").await;
        let events = "input c 520,input f 968,change c 520,change f 968,input m 2,change m 2,input n 2,change n 2";
        assert_eq!(page.get("events.join()").await, events);
        page.focus("#fed").await;
        page.write(" ").await;
        page.until("events.length === 13").await;
        let events =
            "input fed true,change fed true,click noted true,input noted true,change noted true";
        assert_eq!(page.get("events.slice(8).join()").await, events);
        page.run("g.focus(); g.select()").await;
        page.write("5").await;
        page.until("events.length === 15").await;
        assert_eq!(page.get("[f.values.f, f.values.c].join()").await, "5,-15");
        assert_eq!(page.get("[g.value, c.value].join()").await, "5,-15");
    });
}

/// The browser would undo what was typed last, in whichever field, which would then be entered and end redo.
#[test]
fn undo_by_keys_ends_at_the_start() {
    with_form_in(PAGE, async |page| {
        page.focus("#hive").await;
        page.write("7").await;
        page.press(&[Key::Tab]).await;
        page.focus("#note").await;
        page.write("two").await;
        page.focus("#calm").await;
        page.write(" ").await;
        let after = page.get("f.json").await;
        undo(&page, 6).await;
        assert_eq!(page.get("f.dirty").await, "false");
        for _ in 0..6 {
            page.press_with(Key::Control, 'y').await;
        }
        assert_eq!(page.get("f.json").await, after);
    });
}

/// Puts together a form as a framework does, with the values that it contains initially as properties.
const MOUNT: &str = "
  window.mount = () => {
    const form = document.createElement('notch-form');
    form.id = 'g';
    form.setAttribute('keep', 'mounted');
    form.innerHTML = '<form><notch-stepper name=mites></notch-stepper><input name=hive><input type=checkbox name=fed></form>';
    const [mites, hive, fed] = form.firstChild.children;
    [mites.value, hive.value, fed.checked] = [3, 'heath', true];
    window.state = {};
    form.addEventListener('input', ({ target }) => { state[target.name] = target.value; });
    document.body.append(form);
  };
  mount();";

#[test]
fn a_form_that_a_framework_puts_together_starts_with_its_values() {
    with_form_in(PAGE, async |page| {
        let about = "[g.json, g.dirty, g.querySelectorAll(':state(dirty), [data-dirty]').length, JSON.stringify(state)].join(' ')";
        let ready = "document.querySelector('#g:state(ready)')";
        page.run(MOUNT).await;
        page.until(ready).await;
        let start = r#"{"mites":3,"hive":"heath","fed":true} false 0 {}"#;
        assert_eq!(page.get(about).await, start);
        page.focus("#g notch-stepper").await;
        page.press(&[Key::Up]).await;
        let changed = r#"{"mites":4,"hive":"heath","fed":true} true 1 {"mites":"4"}"#;
        assert_eq!(page.get(about).await, changed);
        // What a draft brings back is entered again, for the framework as well.
        page.run("g.remove()").await;
        page.run("mount()").await;
        page.until(ready).await;
        assert_eq!(page.get(about).await, changed);
        // After a reset, it contains what the framework has assigned last. Of native controls, frameworks write that into
        // the attributes.
        page.run("g.querySelector('notch-stepper').value = 5; g.addEventListener('submit', (event) => event.preventDefault()); g.form.requestSubmit(); g.reset()").await;
        assert_eq!(
            page.get("[g.json, g.dirty]").await,
            r#"["{\"mites\":5,\"hive\":null,\"fed\":false}",false]"#
        );
    });
}

/// What scripts set before anybody has entered anything is what a form begins with, whenever they run.
#[test]
fn what_scripts_set_first_is_not_entered() {
    const FILLED: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f keep><form aria-label=Visit>
<label for=mites>Mites</label> <notch-stepper id=mites name=mites max=9></notch-stepper>
<label>Hive <input name=hive id=hive></label>
<label for=calm>Calm</label> <notch-switch id=calm name=calm></notch-switch>
<label>C <input type=number name=c id=c></label> <label for=g>F</label> <notch-stepper id=g name=f step=any></notch-stepper>
<notch-link hidden from=c to=f from-range="0,100" to-range="32,212"></notch-link>
</form></notch-form>
<script>[mites.value, hive.value] = [3, 'heath']</script>"#;
    with_form_in(FILLED, async |page| {
        let dirty = "[f, ...f.form.elements].filter((one) => one.matches(':is([data-dirty], :state(dirty))')).map(({ id }) => id).join()";
        let begun = r#"{"mites":3,"hive":"heath","calm":false,"c":null,"f":null}"#;
        assert_eq!(page.get("f.json").await, begun);
        assert_eq!(page.get(dirty).await, "", "set before the form started");
        // Now and a moment later.
        page.run("calm.checked = true; setTimeout(() => { c.value = 10 })").await;
        page.until("f.values.f === 50").await;
        // A framework may add fields at the same time.
        page.run("hive.value = 'moor'; f.form.insertAdjacentHTML('beforeend', '<input name=note id=note>'); note.value = 'fed'").await;
        page.until("f.values.note === 'fed'").await;
        assert_eq!(
            page.get(&format!("[hive.value, f.dirty, {dirty}].join()")).await,
            "moor,false,"
        );
        let again = page.get("location.href + '?again'").await;
        page.client.goto(&again).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        assert_eq!(page.get("sessionStorage.length").await, "0", "nothing is kept");
        page.focus("#mites").await;
        page.press(&[Key::Up]).await;
        assert_eq!(page.get(dirty).await, "f,mites");
        page.run("hive.value = 'willow'").await;
        assert_eq!(page.get(&format!("[f.dirty, {dirty}].join()")).await, "true,f,mites,hive");
        page.run("hive.value = 'heath'; f.undo()").await;
        assert_eq!(page.get(&format!("[f.dirty, {dirty}].join()")).await, "false,");
        // A reset starts from the beginning, without what scripts have set.
        page.run("f.reset()").await;
        assert_eq!(page.get("[mites.value, f.dirty].join()").await, ",false");
        page.run("f.values = { mites: 4, hive: 'linden' }").await;
        assert_eq!(page.get(&format!("[f.dirty, {dirty}].join()")).await, "false,");
        page.run("f.clear()").await;
        assert_eq!(page.get(dirty).await, "f,mites,hive");
    });
}
