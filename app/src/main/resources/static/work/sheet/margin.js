// The margin of the cell chosen, and the box for its note and memo. The box is that of the cell chosen as its key was
// pressed; it is there at once, and the rest of the margin comes after it.
import { fragment } from "../ask.js";
import { drawer } from "../drawer.js";
import { startRemarks } from "../remarks.js";

const SOON = 120;

export class CellMargin {
  /** onLeft(event): called where Enter leaves a box, for going on. */
  constructor({ grid, telling, ask, onLeft }) {
    Object.assign(this, { grid, telling, onLeft });
    // The form of an assessment may stand in its place; then it is put above that once a note is written.
    this.view =
      document.getElementById("margin-view") ?? Object.assign(document.createElement("div"), { id: "margin-view" });
    this.remarks = startRemarks({
      view: this.view,
      ask,
      key: `aestimo.remark.${grid.key}.`,
      onKept: ({ assessment, student, part }, kept) => {
        const cell = grid.cellOf(assessment, student, part);
        if (cell) this.sign(cell, kept);
      },
    });
    this.view.addEventListener("keydown", (event) => this.key(event));
    grid.onChosen = () => this.ask();
  }

  sign(cell, { note, memo }) {
    Object.assign(cell.dataset, { note, memo });
    cell.classList.toggle("is-noted", Boolean(note || memo));
  }

  /** A cell was drawn as the server had it when a mark was saved: a note that was kept after that stays. */
  drawn(cell) {
    const kept = this.remarks.keptOf(this.grid.ids(cell));
    if (kept) this.sign(cell, kept);
  }

  get box() {
    return this.view.querySelector(".remarks");
  }

  isOf(box, cell) {
    const own = this.grid.ids(cell);
    return (
      Number(box.dataset.a) === own.assessment &&
      Number(box.dataset.s) === own.student &&
      Number(box.dataset.p) === own.part
    );
  }

  ask() {
    if (!this.view.isConnected) return;
    // What is in the margin until then belongs to another cell: nothing can be written there.
    const { box } = this;
    if (box) box.inert = !this.isOf(box, this.grid.chosen);
    clearTimeout(this.timer);
    this.asking?.abort();
    this.timer = setTimeout(() => this.fetch(), SOON);
  }

  async fetch() {
    this.asking = new AbortController();
    const asked = performance.now();
    const cell = this.grid.chosen;
    const { assessment, student, part } = this.grid.ids(cell);
    const { base, query } = this.grid;
    try {
      const text = await fragment(`${base}/margin?${query}&student=${student}&assessment=${assessment}&part=${part}`, {
        headers: { "X-Aestimo": "margin" },
        signal: this.asking.signal,
      });
      if (cell === this.grid.chosen) this.show(text, cell, asked);
    } catch {
      /* moved on, or no connection: the saved line tells of that */
    }
  }

  /** The margin of a cell; the box that is written into there stays the same, with its caret. */
  show(text, cell, asked) {
    const page = document.createElement("template");
    page.innerHTML = text;
    const live = this.box;
    const own = page.content.querySelector(".remarks");
    const writing = document.activeElement;
    if (live && own && this.isOf(live, cell) && live.contains(writing)) {
      const { selectionStart, selectionEnd } = writing;
      own.replaceWith(live);
      this.view.replaceChildren(page.content);
      writing.focus({ preventScroll: true });
      writing.setSelectionRange(selectionStart, selectionEnd);
    } else this.view.replaceChildren(page.content);
    this.remarks.take(asked);
  }

  /** name: “note” or “memo”. */
  write(name) {
    const blank = document.getElementById("note-box");
    if (!blank) return this.telling.sayAndTakeKeys("Notes are not shown while names are hidden. F9 shows them.");
    if (this.grid.isMade(this.grid.at.column))
      return this.telling.sayAndTakeKeys("Notes are with the parts. Enter opens them.");
    if (!this.view.isConnected) document.getElementById("margin").prepend(this.view);
    const cell = this.grid.chosen;
    if (!this.box || !this.isOf(this.box, cell)) this.putBox(blank, cell);
    this.box.inert = false;
    drawer(true);
    const area = this.box.querySelector(`[name=${name}]`);
    area.focus();
    area.setSelectionRange(area.value.length, area.value.length);
  }

  putBox(blank, cell) {
    const own = blank.content.cloneNode(true);
    own.querySelector("h2").textContent = this.grid.nameOf(cell);
    own.querySelector(".facts").textContent = this.grid.titleOf(cell);
    const box = own.querySelector(".remarks");
    const { assessment, student, part } = this.grid.ids(cell);
    Object.assign(box.dataset, { a: assessment, s: student, p: part });
    for (const field of ["note", "memo"]) box.querySelector(`[name=${field}]`).defaultValue = cell.dataset[field] ?? "";
    this.view.replaceChildren(own);
    // What the cell says may be older than what was kept from here.
    this.remarks.take(0);
  }

  key(event) {
    if (event.isComposing || !event.target.closest(".remarks textarea")) return;
    const enter = event.key === "Enter" && !event.shiftKey;
    if (event.key !== "Escape" && !enter) return;
    event.preventDefault();
    event.stopPropagation();
    const { a, s, p } = event.target.closest(".remarks").dataset;
    const of = this.grid.cellOf(Number(a), Number(s), Number(p));
    event.target.blur();
    drawer(false);
    if (of) this.grid.chooseCell(of);
    if (enter) this.onLeft(event);
  }
}
