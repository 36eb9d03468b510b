// Blocks copied to and pasted from a spreadsheet. What a paste would do is said before, where it alters anything.
import { rowsOf, textOf, htmlOf } from "../blocks.js";
import { button } from "../elements.js";
import { sayPreview } from "./telling.js";

/** putAll(list, how), preview(list, how): see sheet.js. */
export const pasting = ({ grid, typing, selection, telling, putAll, preview }) => {
  const back = () => {
    telling.say("");
    grid.chosen.focus();
  };
  /** What of a pasted text lies where, and how many of its values lie beyond the sheet. */
  const read = (text) => {
    const columns = [];
    for (let i = grid.at.column; i < grid.pieces.length; i++) if (!grid.pieces[i].hidden) columns.push(i);
    const list = [];
    let outside = 0;
    rowsOf(text).forEach((row, down) =>
      row.forEach((value, right) => {
        const cell = grid.cells[grid.at.row + down]?.[columns[right]];
        if (!cell) outside++;
        else if (!grid.isMade(columns[right]) && value !== grid.typedOf(cell)) list.push({ cell, text: value });
      }),
    );
    return { list, outside };
  };
  const paste = async (text) => {
    const { list, outside } = read(text);
    if (!list.length) return telling.say("There is nothing new in what was pasted.");
    try {
      const answer = await preview(list, "pasted");
      if (!answer.inDoubt && !answer.over && !outside) return putAll(list, "pasted");
      const words = document.createElement("span");
      sayPreview(words, answer);
      if (outside) words.append(` ${outside} are outside the sheet and are left out.`);
      telling.say(
        words,
        button("Paste them", () => {
          back();
          putAll(list, "pasted");
        }),
        button("Cancel", back),
      );
    } catch (refused) {
      telling.say(refused.message);
    }
  };
  const onCells = (event) => event.target.closest?.("td.cell") && !typing.isOpen;
  document.addEventListener("copy", (event) => {
    if (!onCells(event)) return;
    const { lines, columns } = selection.block;
    const rows = lines.map((line) => columns.map((column) => grid.typedOf(grid.cells[line][column])));
    event.clipboardData.setData("text/plain", textOf(rows));
    event.clipboardData.setData("text/html", htmlOf(rows));
    event.preventDefault();
    telling.say("");
  });
  document.addEventListener("paste", (event) => {
    if (!onCells(event)) return;
    event.preventDefault();
    paste(event.clipboardData.getData("text/plain"));
  });
};
