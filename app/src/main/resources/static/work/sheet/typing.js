// Typing into a cell. One input lies over the cell that is typed into, outside the table: within it every letter would
// have thousands of cells laid out and painted anew.

export class Typing {
  /** onTyped(cell, text): what was typed and left. */
  constructor(grid, onTyped) {
    this.grid = grid;
    this.onTyped = onTyped;
    this.cell = null;
    this.replaces = false;
    this.input = Object.assign(document.createElement("input"), {
      className: "cell-input",
      autocomplete: "off",
      maxLength: 200,
      inputMode: "decimal",
    });
    grid.box.parentElement.append(this.input);
    this.input.addEventListener("blur", () => this.commit());
    grid.box.addEventListener("scroll", () => this.cell && this.lay(), { passive: true });
    window.addEventListener("pagehide", () => this.commit());
  }

  get isOpen() {
    return this.cell !== null;
  }

  lay() {
    const outer = this.grid.box.parentElement.getBoundingClientRect();
    const own = this.cell.getBoundingClientRect();
    Object.assign(this.input.style, {
      transform: `translate(${own.left - outer.left}px, ${own.top - outer.top}px)`,
      width: `${own.width}px`,
      height: `${own.height}px`,
    });
  }

  /** replaces: whether what is typed takes the place of what is there, or the entry is opened as it is. */
  open(cell, text, replaces) {
    this.commit();
    this.cell = cell;
    this.replaces = replaces;
    this.lay();
    this.input.setAttribute("aria-label", `${this.grid.nameOf(cell)}, ${this.grid.titleOf(cell)}`);
    this.input.value = text;
    this.input.classList.add("is-open");
    // Set by a script, the value has its caret at the end.
    this.input.focus({ preventScroll: true });
  }

  openAsItIs(cell) {
    this.open(cell, this.grid.typedOf(cell), false);
  }

  /** Leaves the cell as it was. */
  close() {
    this.cell = null;
    this.input.classList.remove("is-open");
  }

  commit() {
    if (!this.isOpen) return;
    const { cell } = this;
    const text = this.input.value;
    this.close();
    if (text.trim() !== this.grid.typedOf(cell).trim() || cell.classList.contains("is-sending"))
      this.onTyped(cell, text);
  }
}
