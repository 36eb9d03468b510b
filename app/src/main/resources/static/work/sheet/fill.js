// Filling a column; what it would do is said before.
import { sayPreview } from "./telling.js";

/** form: the panel. Returns what asks anew what filling would do, where the panel is open. */
export const filling = ({ form, grid, selection, putAll, preview }) => {
  const words = document.getElementById("fill-words");
  const wanted = () => {
    const where = form.querySelector("[name=where]:checked").value;
    const text = form.querySelector("[name=with]").value;
    const lines = where === "chosen" ? selection.block.lines : grid.rows.map((_, i) => i);
    return lines
      .map((line) => ({ cell: grid.cells[line][grid.at.column], text }))
      .filter(
        ({ cell }) =>
          !cell.classList.contains("is-not-meant") &&
          (where !== "blank" || grid.typedOf(cell) === "") &&
          grid.typedOf(cell) !== text,
      );
  };
  const ask = async () => {
    if (!form.open) return;
    document.getElementById("fill-title").textContent = grid.titleAt(grid.at.column);
    const isMade = grid.isMade(grid.at.column);
    const list = isMade ? [] : wanted();
    form.querySelector("[type=submit]").disabled = !list.length;
    if (!list.length) {
      words.textContent = isMade
        ? "This column shows what the parts make. Open them, and choose one."
        : "Nothing would change.";
      return;
    }
    try {
      sayPreview(words, await preview(list, "filled"));
    } catch (refused) {
      words.textContent = refused.message;
    }
  };
  form.addEventListener("toggle", ask);
  form.addEventListener("input", ask);
  for (const quick of form.querySelectorAll("[data-with]"))
    quick.addEventListener("click", () => {
      const full = grid.pieces[grid.at.column].dataset.full ?? "";
      form.querySelector("[name=with]").value = quick.dataset.with === "full" ? full : quick.dataset.with;
      ask();
    });
  form.querySelector("form").addEventListener("submit", (event) => {
    event.preventDefault();
    putAll(wanted(), "filled");
    form.open = false;
    selection.end();
    grid.chosen.focus();
  });
  return ask;
};
