// The last hundred steps of one tab, to undo and redo, also after a reload. A step is what was put into
// cells at once: typed into one, pasted into a block, filled into a column.
export class Steps {
  static MOST = 100;

  /** key: in the tab's storage, one for each teacher and class. */
  constructor(key) {
    this.key = key;
    /** Called whenever there is another step to undo or redo. */
    this.onMoved = () => {};
    this.list = [];
    this.at = 0;
    try {
      Object.assign(this, JSON.parse(sessionStorage.getItem(key) ?? "{}"));
    } catch {
      /* begin anew */
    }
  }

  keep() {
    this.onMoved();
    try {
      sessionStorage.setItem(this.key, JSON.stringify({ list: this.list, at: this.at }));
    } catch {
      /* steps end with the page then */
    }
  }

  /** cells: [{ id, assessment, student, part, from, to }], in the words that would be typed. */
  push(cells) {
    this.list.length = this.at;
    this.list.push(cells);
    if (this.list.length > Steps.MOST) this.list.shift();
    this.at = this.list.length;
    this.keep();
  }

  /** How the server understood what a request put there. */
  understood(id, typed) {
    this.list.forEach((cells, i) => {
      // Behind the place it stands at, a step was undone: what it put there is what stood before.
      for (const cell of cells) if (cell.id === id) cell[i < this.at ? "to" : "from"] = typed;
    });
    this.keep();
  }

  back() {
    return this.list[this.at - 1];
  }

  forth() {
    return this.list[this.at];
  }

  move(by) {
    this.at += by;
    this.keep();
  }
}
