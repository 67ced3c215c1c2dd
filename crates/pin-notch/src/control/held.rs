//! How fast a button counts while it is held down.

/// The number of steps made so far by a button that has been held down for this many milliseconds. There
/// are none at first, because a short press is a click. From 400 ms on there is a step every 80 ms, which
/// counts tenfold after 2 s and a hundredfold after 5 s.
///
/// This is a pure function of time, so that a face that misses a frame loses no step: it takes the
/// difference from its previous call.
///
/// ```
/// use pin_notch::steps_held;
/// assert_eq!((steps_held(0), steps_held(399), steps_held(400)), (0, 0, 1));
/// assert_eq!(steps_held(2080) - steps_held(2000), 10);
/// ```
pub fn steps_held(milliseconds: u32) -> u32 {
    const WAIT: u32 = 400;
    const EVERY: u32 = 80;
    let ticks = |until: u32| match milliseconds.min(until).checked_sub(WAIT) {
        Some(time) => time / EVERY + 1,
        None => 0,
    };
    let (slow, faster, all) = (ticks(2000), ticks(5000), ticks(u32::MAX));
    (slow + 10 * (faster - slow)).saturating_add((all - faster).saturating_mul(100))
}
