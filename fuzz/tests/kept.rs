//! Earlier findings of the search, and its seeds.

use pin_notch_fuzz::TARGETS;
use std::path::Path;

#[test]
fn whatever_was_found_holds_now() {
    let kept = Path::new(env!("CARGO_MANIFEST_DIR")).join("kept");
    let mut checked = 0;
    for target in TARGETS {
        let seeds = (target.seeds)();
        assert!(!seeds.is_empty(), "{}", target.name);
        seeds.iter().for_each(|seed| (target.hold)(seed.as_bytes()));
        let Ok(files) = std::fs::read_dir(kept.join(target.name)) else { continue };
        for file in files {
            let path = file.expect("a file").path();
            println!("{}", path.display());
            (target.hold)(&std::fs::read(path).expect("its input"));
            checked += 1;
        }
    }
    println!("{checked} findings");
}
