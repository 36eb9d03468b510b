// A piece in parts shows what they make; opened, its parts stand before it. The tab remembers which are open.

export class Parts {
  constructor(grid) {
    this.grid = grid;
    this.columns = [...grid.table.querySelectorAll("col.is-piece")];
    this.key = `aestimo.parts.${grid.table.dataset.class}`;
    this.opened = new Set(JSON.parse(sessionStorage.getItem(this.key) ?? "[]"));
    grid.onHidden = (column) => this.show(this.wholeOf(column), true);
    for (const button of grid.table.querySelectorAll(".parts-button"))
      button.addEventListener("click", () => {
        const column = grid.pieces.indexOf(button.closest("th"));
        if (button.getAttribute("aria-expanded") === "true") this.close(column);
        else this.open(column);
      });
  }

  /** Shows again those that were open before the page was left. */
  resume() {
    const { pieces } = this.grid;
    for (const piece of pieces.filter((it) => this.opened.has(it.dataset.a) && it.dataset.parts))
      this.show(pieces.indexOf(piece), true);
  }

  wholeOf(column) {
    while (this.grid.pieces[column].dataset.p) column++;
    return column;
  }

  open(column) {
    this.show(column, true);
    this.grid.choose(this.grid.at.row, column - Number(this.grid.pieces[column].dataset.parts));
  }

  close(column) {
    const whole = this.wholeOf(column);
    this.grid.choose(this.grid.at.row, whole);
    this.show(whole, false);
  }

  show(column, is) {
    const { pieces, cells, footCells } = this.grid;
    const whole = pieces[column];
    const count = Number(whole.dataset.parts);
    if (pieces[column - count].hidden !== is) return;
    for (let i = column - count; i < column; i++)
      for (const it of [
        pieces[i],
        this.columns[i],
        ...footCells.map((line) => line[i]),
        ...cells.map((line) => line[i]),
      ])
        it.hidden = !is;
    this.groupOf(column).colSpan += is ? count : -count;
    whole.querySelector(".parts-button").setAttribute("aria-expanded", String(is));
    this.opened[is ? "add" : "delete"](whole.dataset.a);
    sessionStorage.setItem(this.key, JSON.stringify([...this.opened]));
  }

  /** The heading over several columns that a column stands under. */
  groupOf(column) {
    const wholes = this.grid.pieces.filter((piece, i) => i <= column && !piece.dataset.p).length;
    let first = 0;
    return [...this.grid.table.querySelectorAll(".groups .group[scope]")].find((it) => {
      first += Number((it.dataset.pieces ??= it.colSpan));
      return wholes <= first;
    });
  }
}
