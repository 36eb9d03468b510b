// Finding from any page: one field over the page, opened by a key or from the spine.
import { newest } from "./ask.js";
import { panel } from "./panel.js";

/** form: the field with its place for what is found. */
export const start = (form) => {
  const field = form.querySelector("input");
  const place = form.querySelector(".found");
  const ask = newest();
  // What is shown fits what was typed once this is over: keys that choose among it wait for that.
  let known = Promise.resolve();
  const find = async () => {
    try {
      const words = await ask(`/find/list?q=${encodeURIComponent(field.value)}`);
      if (words !== null) place.innerHTML = words;
    } catch {
      place.textContent = "There is no connection, or you were signed out. Load the page again.";
    }
  };
  let asked = "";
  const look = () => {
    asked = field.value;
    known = find();
  };
  /** Up and down the field and all that is found. */
  const move = (by) => {
    const all = [field, ...place.querySelectorAll("a")];
    const at = all.indexOf(document.activeElement);
    all[Math.max(0, Math.min(all.length - 1, at + by))].focus();
  };

  field.addEventListener("input", look);
  form.addEventListener("keydown", async (event) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    await known;
    move(by);
  });
  // Enter goes to the one that was moved to, else to the first that fits what was typed, once that is known.
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    if (asked !== field.value) look();
    await known;
    (place.querySelector("a:focus") ?? place.querySelector("a"))?.click();
  });
  panel({
    panel: form,
    link: document.querySelector(".find-link"),
    key: "/",
    opened: () => {
      field.select();
      field.focus();
      // What was typed before this could listen is in the field without an event.
      queueMicrotask(() => field.value && look());
    },
  });
};
