// A block of cells: from the cell where it began to the one chosen now.

export class Selection {
  constructor(grid) {
    this.grid = grid;
    this.began = null;
  }

  /** The places of its rows, and of its columns that are shown. */
  get block() {
    const { at, pieces } = this.grid;
    const from = this.began ?? at;
    const columns = [];
    for (let i = Math.min(from.column, at.column); i <= Math.max(from.column, at.column); i++)
      if (!pieces[i].hidden) columns.push(i);
    const lines = [];
    for (let i = Math.min(from.row, at.row); i <= Math.max(from.row, at.row); i++) lines.push(i);
    return { lines, columns };
  }

  show() {
    for (const it of this.grid.table.querySelectorAll(".is-picked")) it.classList.remove("is-picked");
    if (!this.began) return;
    const { lines, columns } = this.block;
    for (const line of lines) for (const column of columns) this.grid.cells[line][column].classList.add("is-picked");
  }

  end() {
    if (!this.began) return;
    this.began = null;
    this.show();
  }

  /** By a step of the arrows. */
  extend(by) {
    this.began ??= { ...this.grid.at };
    this.grid.move(by);
    this.show();
  }

  extendTo(row, column) {
    this.began ??= { ...this.grid.at };
    this.grid.choose(row, column);
    this.show();
  }
}
