// The table of the sheet as rows and columns of cells: finding them, choosing one, showing it. The table comes from the
// server ready to read; nothing here decides what an entry means.

const number = (text) => Number(text ?? 0);

export class Grid {
  constructor(table) {
    this.table = table;
    this.box = table.closest(".sheet-box");
    this.pieces = [...table.querySelectorAll("thead th.piece")];
    this.rows = [...table.tBodies[0].rows];
    this.cells = this.rows.map((row) => [...row.querySelectorAll("td.cell")]);
    this.footRows = [...table.tFoot.rows];
    this.footCells = this.footRows.map((row) => [...row.querySelectorAll(".mean")]);
    this.columnChoice = document.getElementById("column");
    this.at = { row: 0, column: 0 };
    this.here = -1;
    /** Told when another cell is chosen. */
    this.onChosen = () => {};
    /** Asked to show a column that is hidden. */
    this.onHidden = () => {};
  }

  get base() {
    return `/classes/${this.table.dataset.class}`;
  }

  get query() {
    return this.table.dataset.query;
  }

  /** Of what the browser keeps for this teacher and class. */
  get key() {
    return `${document.body.dataset.teacher}.${this.table.dataset.class}`;
  }

  get chosen() {
    return this.cells[this.at.row][this.at.column];
  }

  partOf(piece) {
    return number(piece.dataset.p);
  }

  columnOf(assessment, part) {
    return this.pieces.findIndex((it) => Number(it.dataset.a) === assessment && this.partOf(it) === part);
  }

  cellOf(assessment, student, part) {
    const row = this.rows.findIndex((it) => Number(it.dataset.s) === student);
    const column = this.columnOf(assessment, part);
    return row < 0 || column < 0 ? null : this.cells[row][column];
  }

  place(cell) {
    const row = this.rows.indexOf(cell.parentElement);
    return { row, column: this.cells[row].indexOf(cell) };
  }

  ids(cell) {
    const { row, column } = this.place(cell);
    return {
      assessment: Number(this.pieces[column].dataset.a),
      student: Number(this.rows[row].dataset.s),
      part: this.partOf(this.pieces[column]),
    };
  }

  nameOf(cell) {
    return cell.parentElement.querySelector(".name").textContent.trim();
  }

  titleAt(column) {
    return this.pieces[column].querySelector("a, .part-title").textContent.trim();
  }

  titleOf(cell) {
    return this.titleAt(this.place(cell).column);
  }

  whereOf(cell) {
    return `${this.nameOf(cell)} · ${this.titleOf(cell)}`;
  }

  /** What a cell holds, as it would be typed. */
  typedOf(cell) {
    return cell.dataset.t ?? cell.textContent;
  }

  versionOf(cell) {
    return number(cell.dataset.v);
  }

  /** Whether a column shows what parts make; nothing is typed there. */
  isMade(column) {
    return Boolean(this.pieces[column].dataset.parts);
  }

  /** The nearest column that is shown, going one way; the same where there is none. */
  shown(column, by) {
    let next = column + by;
    while (this.pieces[next]?.hidden) next += by;
    return this.pieces[next] ? next : column;
  }

  valueOf(piece) {
    return piece.dataset.p ? `${piece.dataset.a}.${piece.dataset.p}` : piece.dataset.a;
  }

  /** Choosing a cell: the light cross, the margin, one tab stop for the whole grid. */
  choose(row, column, { focus = true } = {}) {
    row = Math.max(0, Math.min(this.rows.length - 1, row));
    column = Math.max(0, Math.min(this.pieces.length - 1, column));
    if (this.pieces[column].hidden) this.onHidden(column);
    this.mark(this.at.row, this.at.column, false);
    Object.assign(this.at, { row, column });
    this.mark(row, column, true);
    this.showColumn(column);
    if (focus) {
      this.chosen.focus({ preventScroll: true });
      this.reveal(this.chosen);
    }
    this.onChosen();
  }

  chooseCell(cell, options) {
    const { row, column } = this.place(cell);
    this.choose(row, column, options);
  }

  move([down, right]) {
    this.choose(this.at.row + down, right ? this.shown(this.at.column, right) : this.at.column);
  }

  mark(row, column, is) {
    this.rows[row].classList.toggle("is-row", is);
    this.pieces[column].classList.toggle("is-col", is);
    for (const line of this.cells) line[column].classList.toggle("is-col", is);
    this.cells[row][column].classList.toggle("is-chosen", is);
    this.cells[row][column].tabIndex = is ? 0 : -1;
  }

  /** On a phone one column is seen at a time. */
  showColumn(column) {
    if (this.here === column) return;
    for (const line of [...this.cells, ...this.footCells]) {
      line[this.here]?.classList.remove("is-here");
      line[column].classList.add("is-here");
    }
    this.here = column;
    if (this.columnChoice) this.columnChoice.value = this.valueOf(this.pieces[column]);
  }

  /** Sticky names, results, headings and foot cover what the browser would call in view. */
  reveal(cell) {
    const { box, table } = this;
    const outer = box.getBoundingClientRect();
    const inner = cell.getBoundingClientRect();
    const right = table.classList.contains("is-right");
    const side = cell.parentElement.querySelector(right ? ".result" : ".grade").getBoundingClientRect();
    // A class without results has neither, and its hidden cells lie nowhere.
    const name = cell.parentElement.querySelector(".so-far, .name").getBoundingClientRect().right;
    const left = right ? name : Math.max(side.right, name);
    const end = right && side.width ? side.left : outer.left + box.clientWidth;
    const top = outer.top + table.tHead.getBoundingClientRect().height;
    const bottom = outer.top + box.clientHeight - table.tFoot.getBoundingClientRect().height;
    if (inner.left < left) box.scrollLeft -= left - inner.left;
    else if (inner.right > end) box.scrollLeft += inner.right - end;
    if (inner.top < top) box.scrollTop -= top - inner.top;
    else if (inner.bottom > bottom) box.scrollTop += inner.bottom - bottom;
  }
}
