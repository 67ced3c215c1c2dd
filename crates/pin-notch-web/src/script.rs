//! The script files that are not called from Rust. Naming them here makes wasm-bindgen copy them together
//! with those that are, which import them.

use wasm_bindgen::prelude::*;

/// Names a file through something that it exports.
macro_rules! carried {
    ($($file:literal: $export:ident),+) => {
        $(#[wasm_bindgen(module = $file)]
        extern "C" {
            #[allow(dead_code, non_camel_case_types)]
            type $export;
        })+
    };
}

carried! {
    "/src/script/around.js": watch,
    "/src/script/devices.js": listenLater,
    "/src/script/digits.js": listenForDigits,
    "/src/script/focus.js": focusedIn,
    "/src/script/form-members.js": controlsOf,
    "/src/script/icon.js": iconOf,
    "/src/script/internals.js": internalsOf,
    "/src/script/keyboard.js": passTyping,
    "/src/script/links.js": followToField,
    "/src/script/ports.js": onTurn,
    "/src/script/presses.js": whenReleased,
    "/src/script/records.js": record,
    "/src/script/reset-copies.js": resetCopies,
    "/src/script/restoring.js": withoutForms,
    "/src/script/stand-in.js": StandIn,
    "/src/script/starting.js": startEach,
    "/src/script/style-sheets.js": styleSheetsIn,
    "/src/script/values.js": written
}

#[cfg(feature = "form")]
carried! {
    "/src/script/boxes.js": Boxes,
    "/src/script/brought-back.js": BroughtBack,
    "/src/script/browser-problems.js": BrowserProblems,
    "/src/script/changes.js": concerns,
    "/src/script/commands.js": onCommand,
    "/src/script/fields.js": described,
    "/src/script/files.js": putFiles,
    "/src/script/followers.js": Followers,
    "/src/script/form-fields.js": FormFields,
    "/src/script/form-operations.js": Operations,
    "/src/script/form-reset.js": Reset,
    "/src/script/form-sending.js": Sending,
    "/src/script/form-values.js": jsonOf,
    "/src/script/kept.js": Kept,
    "/src/script/living.js": living,
    "/src/script/membership.js": release,
    "/src/script/native-problems.js": NativeProblems,
    "/src/script/natives.js": native,
    "/src/script/parts.js": Parts,
    "/src/script/reports.js": report,
    "/src/script/rows.js": RowButtons,
    "/src/script/second-click.js": ignoreSecond,
    "/src/script/send.js": send,
    "/src/script/undo-keys.js": requestOf
}
