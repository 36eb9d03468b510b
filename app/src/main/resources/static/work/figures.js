// Figures: the one looked at opens its working in the margin; dots of pictures tell whose they are.
import { tell } from "./working.js";

export const start = (table) => {
  const base = document.body.dataset.here.match(/^\/classes\/\d+/)[0];
  const cells = () => [...table.querySelectorAll("td[data-w]")].filter((cell) => cell.textContent.trim() !== "");
  let chosen = null;
  const choose = (cell) => {
    if (chosen) {
      chosen.tabIndex = -1;
      chosen.classList.remove("is-chosen");
    }
    chosen = cell;
    cell.tabIndex = 0;
  };
  const open = async (cell) => {
    choose(cell);
    cell.classList.add("is-chosen");
    const asked = new URLSearchParams(table.dataset.query);
    asked.set("figure", cell.dataset.w);
    const student = cell.closest("[data-s]")?.dataset.s;
    if (student) asked.set("student", student);
    if (cell.dataset.set) asked.set("set", cell.dataset.set);
    await tell(`${base}/working?${asked}`);
  };
  table.addEventListener("click", (event) => {
    const cell = event.target.closest("td[data-w]");
    if (!cell || event.target.closest("a[href]") || cell.textContent.trim() === "") return;
    cell.focus();
    open(cell);
  });
  table.addEventListener("keydown", (event) => {
    const cell = event.target.closest("td[data-w]");
    if (!cell) return;
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      return open(cell);
    }
    const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step) return;
    event.preventDefault();
    let row = cell.parentElement;
    let at = cell.cellIndex;
    for (;;) {
      if (step[1]) at += step[1];
      else {
        const rows = [...table.rows];
        row = rows[rows.indexOf(row) + step[0]];
      }
      const next = row?.cells[at];
      if (!next) return;
      if (next.dataset.w && next.textContent.trim() !== "") {
        choose(next);
        next.focus();
        return;
      }
    }
  });
  for (const cell of cells()) cell.tabIndex = -1;
  const first = cells()[0];
  if (first) choose(first);
};
