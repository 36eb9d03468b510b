// How far a long piece of work is, while the page is open.
import { fragment } from "./ask.js";

const PAUSE = 0.7;
const LONGER_PAUSE = 4;

/** wire, after: the line and the clock, or what stands for them in a test. */
export const start = (place, { wire, after = (work, seconds) => setTimeout(work, seconds * 1000) } = {}) => {
  const look = async () => {
    let wait = PAUSE;
    try {
      place.innerHTML = await fragment(place.dataset.progress, wire ? { wire } : {});
    } catch {
      wait = LONGER_PAUSE; /* the line is away, or the session is over: what is shown stays */
    }
    next(wait);
  };
  const next = (wait) => {
    if (place.querySelector("[data-going]")) after(look, wait);
  };
  next(PAUSE);
};
