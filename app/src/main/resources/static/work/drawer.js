// The margin: folded away beside a wide page where the teacher likes it so, and a drawer on screens too narrow for it.
import { ask } from "./ask.js";

const margin = () => document.getElementById("margin");
const tab = () => document.querySelector(".margin-tab");
const isFolded = () => document.body.classList.contains("is-folded");
const isNarrow = () => matchMedia("(max-width: 1099px)").matches;

/** Whether the margin is out of sight unless it is opened. */
const isAway = () => isNarrow() || isFolded();

/** Says on the handle what it does now. */
const label = () => {
  const isOpen = margin().classList.contains("is-open");
  const isInSight = isOpen || !isAway();
  tab().setAttribute("aria-expanded", String(isInSight));
  tab().textContent = isNarrow() ? (isOpen ? "close" : "details") : isInSight ? "▸" : "details";
  tab().ariaLabel = isNarrow() ? null : isInSight ? "Fold the details away" : "Show the details";
  tab().title = isNarrow() ? "" : isInSight ? "Fold the details away: |" : "Show the details: |";
};

/** Opens the margin for this page alone, where it is away, or closes it again. */
export const drawer = (open) => {
  if (!margin()) return;
  margin().classList.toggle("is-open", open && isAway());
  label();
};

/** Folds the margin away or back, for every page from now on. */
const fold = (folded) => {
  document.body.classList.toggle("is-folded", folded);
  drawer(false);
  // Where this does not arrive, the next page stands as before: nothing else depends on it.
  ask("POST", "/account/margin", new URLSearchParams({ folded }), { fits: (data) => "folded" in data });
};

const press = () => {
  if (isNarrow()) drawer(!margin().classList.contains("is-open"));
  else fold(!isFolded());
};

/** Called once for a page with a margin. */
export const startDrawer = () => {
  tab().addEventListener("click", press);
  document.addEventListener("keydown", (event) => {
    if (event.key !== "|" || event.defaultPrevented || event.target.closest("input, textarea, select")) return;
    event.preventDefault();
    press();
  });
  matchMedia("(max-width: 1099px)").addEventListener("change", label);
  label();
};
