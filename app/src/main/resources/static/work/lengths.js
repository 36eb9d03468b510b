// Which letters take more pages than they may: told once they are laid out, which takes a moment.
import { fragment } from "./ask.js";

/** wire: the line, or what stands for it in a test. */
export const start = async (place, { wire } = {}) => {
  try {
    place.innerHTML = await fragment(place.dataset.lengths, wire ? { wire } : {});
  } catch {
    place.replaceChildren(); /* handing out asks once more */
  }
};
