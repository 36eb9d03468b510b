// The marks sheet: joins the grid, typing, blocks, keys and the margin with the queue that saves what is typed.
import { startEntries } from "./entries.js";
import { Steps } from "./steps.js";
import { draw, drawRow, dress, shade } from "./sheet/drawing.js";
import { filling } from "./sheet/fill.js";
import { Find } from "./sheet/find.js";
import { Grid } from "./sheet/grid.js";
import { Keys } from "./sheet/keys.js";
import { CellMargin } from "./sheet/margin.js";
import { Parts } from "./sheet/parts.js";
import { pasting } from "./sheet/paste.js";
import { Selection } from "./sheet/selection.js";
import { Telling } from "./sheet/telling.js";
import { Typing } from "./sheet/typing.js";

export const start = (table) => {
  const grid = new Grid(table);
  const parts = new Parts(grid);
  const selection = new Selection(grid);
  const telling = new Telling();
  const find = new Find(grid);
  const steps = new Steps(`aestimo.steps.${grid.key}`);

  // Putting entries into cells, each with what it was, for undoing.
  const put = (cell, text, how) => {
    const at = grid.ids(cell);
    const from = grid.typedOf(cell);
    dress(cell, text);
    const id = queue.put(at.assessment, at.student, at.part, grid.versionOf(cell), text, how, grid.whereOf(cell));
    return { id, ...at, from, to: text };
  };
  const type = (cell, text) => steps.push([put(cell, text, "typed")]);
  const putAll = (list, how) => {
    if (list.length) steps.push(list.map(({ cell, text }) => put(cell, text, how)));
  };
  const typing = new Typing(grid, type);

  /** Undoing and redoing. A step that something else was put over meanwhile is left alone. */
  const replay = (step, how) => {
    const isUndone = how === "undone";
    if (!step) return telling.say(isUndone ? "Nothing to undo." : "Nothing to redo.");
    const cells = step.map((it) => ({ it, cell: grid.cellOf(it.assessment, it.student, it.part) }));
    steps.move(isUndone ? -1 : 1);
    const lost = cells.find(({ it, cell }) => !cell || grid.typedOf(cell) !== (isUndone ? it.to : it.from));
    if (lost)
      return telling.say(
        lost.cell
          ? `${grid.nameOf(lost.cell)}, ${grid.titleOf(lost.cell)} was altered since, so that step is left as it is.`
          : "That step is in another part of the year. Choose that above, then undo it.",
      );
    telling.say("");
    for (const { it, cell } of cells) it.id = put(cell, isUndone ? it.from : it.to, how).id;
    grid.chooseCell(cells[0].cell);
  };

  const answered = (answer, batch) => {
    for (const { id, kept, cell: view, made } of answer.entries) {
      const { assessment, student, part } = view;
      if (kept) steps.understood(id, view.typed);
      const cell = grid.cellOf(assessment, student, part);
      if (!cell) continue;
      if (made) draw(grid.cellOf(assessment, student, 0), made);
      cell.dataset.v = view.version;
      const later = queue.items.some(
        (it) => !it.stopped && it.assessment === assessment && it.student === student && it.part === part,
      );
      if (later || typing.cell === cell) continue;
      draw(cell, view.markup);
      margin.drawn(cell);
    }
    for (const figures of answer.rows) {
      const row = grid.rows.find((it) => Number(it.dataset.s) === figures.student);
      if (row) drawRow(row, figures);
    }
    for (const { assessment, student, css } of answer.grounds) {
      const cell = grid.cellOf(assessment, student, 0);
      if (cell) shade(cell, css);
    }
    for (const line of answer.foot) {
      const at = grid.footRows.findIndex((it) => it.dataset.foot === line.key);
      if (at < 0) continue;
      drawRow(grid.footRows[at], line);
      for (const { assessment, markup } of line.cells) {
        const cell = grid.footCells[at][grid.columnOf(assessment, 0)];
        if (cell) cell.innerHTML = markup;
      }
    }
    if (batch.some((it) => grid.cellOf(it.assessment, it.student, it.part) === grid.chosen)) margin.ask();
  };
  const { queue, ask } = startEntries({
    base: grid.base,
    query: grid.query,
    key: grid.key,
    place: (item) => {
      const cell = grid.cellOf(item.assessment, item.student, item.part);
      return (
        cell && {
          words: grid.whereOf(cell),
          version: grid.versionOf(cell),
          dress: (text) => dress(cell, text),
          waits: (why) => {
            cell.title = why;
          },
          refuse: (why) => {
            dress(cell, item.text);
            cell.classList.add("is-refused");
            cell.title = why;
          },
        }
      );
    },
    onAnswer: answered,
    onSignedIn: () => margin.ask(),
  });
  /** What many entries would do; rejects with words for the teacher. */
  const preview = async (list, how) => {
    const answer = await ask(
      "POST",
      `/entries/preview?${grid.query}`,
      list.map(({ cell, text }) => ({
        id: queue.newId(),
        ...grid.ids(cell),
        base: grid.versionOf(cell),
        text,
        how,
      })),
      (data) => Array.isArray(data.moves),
    );
    if (!answer.isDone)
      throw new Error(`There is no preview: ${answer.why}. Nothing is changed; try again in a moment.`);
    return answer.data;
  };

  const keysOfSteps = { undo: () => steps.back(), redo: () => steps.forth() };
  const offerSteps = () => {
    for (const [id, step] of Object.entries(keysOfSteps)) document.getElementById(id).hidden = !step();
  };
  steps.onMoved = offerSteps;
  offerSteps();
  document.getElementById("undo").addEventListener("click", () => replay(steps.back(), "undone"));
  document.getElementById("redo").addEventListener("click", () => replay(steps.forth(), "redone"));

  const margin = new CellMargin({ grid, telling, ask, onLeft: (event) => keys.down(event) });
  pasting({ grid, typing, selection, telling, putAll, preview });
  const form = document.getElementById("fill");
  const onClicked = form ? filling({ form, grid, selection, putAll, preview }) : () => {};
  const keys = new Keys({
    grid,
    parts,
    typing,
    selection,
    find,
    margin,
    type,
    undo: () => replay(steps.back(), "undone"),
    redo: () => replay(steps.forth(), "redone"),
    onClicked,
  });

  // Where to begin: at the cell or column the address names, else at the one next to be marked.
  parts.resume();
  const asked = new URLSearchParams(location.search);
  const column = grid.columnOf(Number(asked.get("assessment") ?? asked.get("open")), Number(asked.get("part") ?? 0));
  const row = grid.rows.findIndex((it) => it.dataset.s === asked.get("student"));
  // A cell that was clicked before this script was there is the one that is typed into.
  const clicked = document.activeElement.closest("td.cell");
  if (clicked) grid.chooseCell(clicked);
  else if (column >= 0) grid.choose(Math.max(0, row), column, { focus: !document.getElementById("margin-form") });
  else {
    // A column that was chosen before this script was there is the one to begin at, not the last.
    const { columnChoice } = grid;
    const chosen =
      columnChoice?.selectedIndex > 0
        ? grid.pieces.findIndex((it) => grid.valueOf(it) === columnChoice.value)
        : -1;
    const next = grid.columnOf(Number(table.dataset.next), 0);
    const last = Math.max(0, grid.pieces.length - 1);
    const begin = chosen >= 0 ? chosen : next >= 0 ? next : last;
    grid.showColumn(begin);
    grid.at.column = next >= 0 || matchMedia("(max-width: 719px)").matches ? begin : grid.shown(-1, 1);
    grid.cells[0][grid.at.column].tabIndex = 0;
    grid.reveal(grid.cells[0][grid.at.column]);
  }
  for (const item of queue.resume()) {
    const cell = grid.cellOf(item.assessment, item.student, item.part);
    if (cell && !item.stopped) dress(cell, item.text);
  }
  margin.remarks.take();
  window.takeEarlyKeys();
};
