// How far a long piece of work is, while the page is open.
import { fragment } from "./ask.js";

const PAUSE = 700;
const LONGER_PAUSE = 4000;

export const start = (place, { wire, pause = PAUSE, longer = LONGER_PAUSE } = {}) => {
  const look = async () => {
    if (!place.querySelector("[data-going]")) return;
    let wait = pause;
    try {
      const now = await fragment(place.dataset.progress, wire ? { wire } : {});
      // What was ticked meanwhile belongs to a list that is over.
      place.innerHTML = now;
    } catch {
      wait = longer; /* the line is away, or the session is over: what is shown stays */
    }
    setTimeout(look, wait);
  };
  setTimeout(look, pause);
};
