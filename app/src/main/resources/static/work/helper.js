// Help with a page, shown over it.
import { fragment } from "./ask.js";
import { panel } from "./panel.js";

/** box: where it is shown. */
export const start = (box) => {
  const link = document.querySelector(".help-link");
  const opened = async () => {
    try {
      box.innerHTML = await fragment(`/help/text${new URL(link.href).search}`);
    } catch {
      box.textContent = "There is no connection, or you were signed out. Load the page again.";
    }
    box.focus();
  };
  panel({ panel: box, link, key: "?", opened });
};
