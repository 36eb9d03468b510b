// Finding a student by two letters or the number; in pile order Enter goes back to finding.

const plain = (text) => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** The place of the first row that fits; -1 for none. rows: [{ number, name }]. */
export const findRow = (rows, text) => {
  const wanted = plain(text.trim());
  if (!wanted) return -1;
  const number = rows.findIndex((row) => row.number === wanted);
  return number >= 0
    ? number
    : rows.findIndex((row) =>
        plain(row.name)
          .split(/[\s,]+/)
          .some((word) => word.startsWith(wanted)),
      );
};

export class Find {
  constructor(grid) {
    this.grid = grid;
    this.field = document.getElementById("find");
    this.pile = document.getElementById("pile");
    this.field?.addEventListener("input", () => this.look());
    this.field?.addEventListener("keydown", (event) => this.key(event));
  }

  get isPile() {
    return Boolean(this.pile?.checked);
  }

  focus() {
    this.field?.focus();
  }

  found() {
    const rows = this.grid.rows.map((row) => ({
      number: row.dataset.n,
      name: row.querySelector(".name").textContent,
    }));
    return findRow(rows, this.field.value);
  }

  look() {
    const row = this.found();
    this.field.classList.toggle("is-danger", row < 0 && this.field.value.trim() !== "");
    if (row < 0) return;
    this.grid.choose(row, this.grid.at.column, { focus: false });
    this.grid.reveal(this.grid.chosen);
  }

  key(event) {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    if (event.key === "Enter" && this.found() < 0) return;
    this.field.value = "";
    this.field.classList.remove("is-danger");
    this.grid.choose(this.grid.at.row, this.grid.at.column);
  }
}
