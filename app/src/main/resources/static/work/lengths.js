// Which letters take more pages than they may: told once they are laid out, which takes a moment.
import { fragment } from "./ask.js";

export const start = async (place) => {
  try {
    place.innerHTML = await fragment(place.dataset.lengths);
  } catch {
    place.replaceChildren(); /* handing out asks once more */
  }
};
