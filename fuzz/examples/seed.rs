//! Writes the seed inputs into a folder for each kind.

use std::path::PathBuf;

fn main() -> std::io::Result<()> {
    let folder = std::env::args_os().nth(1).map(PathBuf::from);
    let folder = folder.ok_or_else(|| std::io::Error::other("name a folder"))?;
    for target in pin_notch_fuzz::TARGETS {
        let folder = folder.join(target.name);
        std::fs::create_dir_all(&folder)?;
        for (at, seed) in (target.seeds)().into_iter().enumerate() {
            std::fs::write(folder.join(format!("seed-{at}")), seed)?;
        }
        println!("{}", target.name);
    }
    Ok(())
}
