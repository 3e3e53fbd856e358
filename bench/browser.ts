// as text: a compiled function carries names that a page does not have
/** From now on the page writes down how long each of its frames took. */
export const WATCH_FRAMES = `
  window.frames_ = []
  let last = performance.now()
  requestAnimationFrame(function frame(now) {
    window.frames_.push(now - last)
    last = now
    requestAnimationFrame(frame)
  })`
