// The keys of the sheet, the mouse and the thumb: what each does is in the modules they call.

export const MOVES = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1], Enter: [1, 0] };
const TYPES = /[\p{L}\p{N}.,+\-−%✓✗]/u;
const isPhone = () => matchMedia("(max-width: 719px)").matches;

export class Keys {
  constructor({ grid, parts, typing, selection, find, margin, type, undo, redo, onClicked }) {
    Object.assign(this, { grid, parts, typing, selection, find, margin, type, undo, redo, onClicked });
    grid.box.parentElement.addEventListener("keydown", (event) => this.key(event));
    grid.table.addEventListener("mousedown", (event) => this.press(event));
    grid.table.addEventListener("dblclick", (event) => this.pressTwice(event));
    grid.table.addEventListener("focusin", (event) => this.focused(event));
    this.thumbs();
  }

  /** Down, or back to finding where scripts lie in no order. */
  down(event) {
    if (this.find.isPile && event.key === "Enter") this.find.focus();
    else this.grid.move(event.key === "Enter" && event.shiftKey ? [-1, 0] : MOVES[event.key]);
  }

  /** Whether there was a column to go to. */
  tab(event) {
    const { grid } = this;
    const column = grid.shown(grid.at.column, event.shiftKey ? -1 : 1);
    if (column === grid.at.column) return false;
    grid.choose(grid.at.row, column);
    return true;
  }

  key(event) {
    const { grid, typing } = this;
    if (event.isComposing || !(event.target === typing.input || grid.box.contains(event.target))) return;
    if (typing.isOpen) {
      if (this.whileTyping(event)) event.preventDefault();
      return;
    }
    const cell = event.target.closest("td.cell");
    if (!cell || event.altKey) return;
    if (event.ctrlKey || event.metaKey ? this.withControl(event, cell) : this.onCell(event, cell))
      event.preventDefault();
  }

  /** Each says whether the key was its own. */
  whileTyping(event) {
    const { grid, typing } = this;
    // Opened as it is, left and right move the caret.
    if (!typing.replaces && /^Arrow(Left|Right)$/.test(event.key)) return false;
    if (event.key === "Escape") {
      const { cell } = typing;
      typing.close();
      grid.chooseCell(cell);
      event.stopPropagation();
      return true;
    }
    if (event.key === "Tab") {
      typing.commit();
      return this.tab(event);
    }
    if (MOVES[event.key]) {
      typing.commit();
      this.down(event);
      return true;
    }
    if ((event.key === ";" || event.key === ":") && grid.pieces[grid.at.column].dataset.kind !== "note") {
      typing.commit();
      this.margin.write(event.key === ";" ? "note" : "memo");
      return true;
    }
    return false;
  }

  withControl(event, cell) {
    const { grid } = this;
    const key = event.key.toLowerCase();
    if (key === "z" && !event.shiftKey) this.undo();
    else if (key === "y" || key === "z") this.redo();
    else if (key === "d" && grid.at.row > 0 && !grid.isMade(grid.at.column)) {
      const above = grid.typedOf(grid.cells[grid.at.row - 1][grid.at.column]);
      if (above !== grid.typedOf(cell)) this.type(cell, above);
      grid.move([1, 0]);
    } else return false;
    return true;
  }

  onCell(event, cell) {
    const { grid, parts, typing, find, margin, selection } = this;
    const { row, column } = grid.at;
    if (event.shiftKey && event.key.startsWith("Arrow")) {
      selection.extend(MOVES[event.key]);
      return true;
    }
    if (event.key !== "Shift") selection.end();
    if (event.key === "Tab") return this.tab(event);
    const types = event.key.length === 1 && TYPES.test(event.key);
    if (grid.isMade(column) && (types || event.key === "F2" || (event.key === "Enter" && !event.shiftKey)))
      parts.open(column);
    else if (event.key === "Escape" && grid.pieces[column].dataset.p) parts.close(column);
    else if (MOVES[event.key]) this.down(event);
    else if (event.key === "/" && find.field) find.focus();
    else if (event.key === " " && grid.pieces[column].dataset.kind === "check")
      this.type(cell, { yes: "no", no: "" }[grid.typedOf(cell)] ?? "yes");
    else if (event.key === ";" || event.key === ":") margin.write(event.key === ";" ? "note" : "memo");
    else if (event.key === "Home") grid.choose(row, grid.shown(-1, 1));
    else if (event.key === "End") grid.choose(row, grid.pieces.length - 1);
    else if (event.key === "PageUp") grid.choose(row - 10, column);
    else if (event.key === "PageDown") grid.choose(row + 10, column);
    else if (event.key === "F2") typing.openAsItIs(cell);
    else if (event.key === "Delete" || event.key === "Backspace") {
      if (cell.textContent !== "" && !grid.isMade(column)) this.type(cell, "");
    } else if (event.key === "?") {
      const keys = document.getElementById("all-keys");
      keys.open = !keys.open;
    } else if (types) typing.open(cell, event.key, true);
    else return false;
    return true;
  }

  press(event) {
    const { grid, typing, selection } = this;
    const cell = event.target.closest("td.cell");
    if (!cell || typing.cell === cell) return;
    event.preventDefault();
    typing.commit();
    const { row, column } = grid.place(cell);
    if (event.shiftKey) return selection.extendTo(row, column);
    selection.end();
    grid.choose(row, column);
    this.onClicked();
    if (grid.isMade(column) || !isPhone()) return;
    typing.open(cell, grid.typedOf(cell), true);
    typing.input.select();
  }

  pressTwice(event) {
    const cell = event.target.closest("td.cell");
    if (!cell || this.typing.isOpen) return;
    const { column } = this.grid.place(cell);
    if (this.grid.isMade(column)) this.parts.open(column);
    else this.typing.openAsItIs(cell);
  }

  focused(event) {
    const cell = event.target.closest("td.cell");
    if (cell && !this.typing.isOpen && cell !== this.grid.chosen) this.grid.chooseCell(cell, { focus: false });
  }

  thumbs() {
    const { grid, typing } = this;
    grid.columnChoice?.addEventListener("change", () =>
      grid.choose(
        grid.at.row,
        grid.pieces.findIndex((it) => grid.valueOf(it) === grid.columnChoice.value),
        { focus: false },
      ),
    );
    for (const step of document.querySelectorAll("[data-column]"))
      step.addEventListener("click", () =>
        grid.choose(grid.at.row, grid.at.column + Number(step.dataset.column), { focus: false }),
      );
    for (const key of document.querySelectorAll("[data-entry]")) {
      key.addEventListener("mousedown", (event) => event.preventDefault());
      key.addEventListener("click", () => {
        if (typing.isOpen) typing.close();
        if (grid.isMade(grid.at.column)) return this.parts.open(grid.at.column);
        this.type(grid.chosen, key.dataset.entry);
        grid.choose(grid.at.row + 1, grid.at.column);
      });
    }
  }
}
