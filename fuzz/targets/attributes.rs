#![no_main]

libfuzzer_sys::fuzz_target!(|input: &[u8]| pin_notch_fuzz::attributes::hold(input));
