// Components of the forms of To families: the blocks of a letter, the stretches of a sentence group.
document.addEventListener("alpine:init", () => {
  let made = 0;
  /** A row told apart from all others by its mark, which its check boxes and sentences carry. */
  const marked = (row, from, to) => {
    for (const field of row.querySelectorAll("input, textarea")) {
      if (field.value === from) field.value = to;
      else if (field.value.startsWith(`${from}:`)) field.value = to + field.value.slice(from.length);
    }
    return row;
  };
  const changed = (at) => at.dispatchEvent(new Event("change", { bubbles: true }));

  Alpine.data("letter", () => ({
    add(event) {
      const kind = event.target.closest("[data-add]").dataset.add;
      const blank = this.$root.querySelector(`template[data-kind="${kind}"]`);
      this.$refs.rows.append(blank.content.cloneNode(true));
      const row = marked(this.$refs.rows.lastElementChild, "new", `n${++made}`);
      event.target.closest("details").open = false;
      changed(row);
      row.querySelector("[data-words], select, input:not([type=hidden]), button").focus();
    },
    row: (event) => event.target.closest(".letter-block"),
    remove(event) {
      const row = this.row(event);
      const next = row.nextElementSibling ?? row.previousElementSibling;
      row.remove();
      changed(this.$root);
      next?.querySelector("button").focus();
    },
    copy(event) {
      const row = this.row(event);
      const copy = row.cloneNode(true);
      const mark = row.querySelector("[name=mark]").value;
      for (const words of copy.querySelectorAll("textarea")) words.value = words.textContent;
      for (const editor of copy.querySelectorAll(".chip-editor")) editor.remove();
      row.after(copy);
      const from = row.querySelector("[name=words]").value;
      marked(copy, mark, `n${++made}`).querySelector("[name=words]").value = from;
      changed(copy);
    },
    up(event) {
      const row = this.row(event);
      row.previousElementSibling?.before(row);
      changed(row);
      event.target.focus();
    },
    down(event) {
      const row = this.row(event);
      row.nextElementSibling?.after(row);
      changed(row);
      event.target.focus();
    },
  }));

  // Whom a letter is for.
  Alpine.data("ticks", () => ({
    each(work) {
      for (const tick of this.$root.querySelectorAll("[name=chosen]:not(:disabled)")) tick.checked = work(tick);
      changed(this.$root);
    },
    all(on) {
      this.each(() => on);
    },
    set(event) {
      const { set } = event.target.dataset;
      this.each((tick) => tick.dataset.set === set);
    },
    ready() {
      this.each((tick) => tick.dataset.ready === "true");
    },
  }));

  Alpine.data("sentences", () => ({
    row: (event) => event.target.closest(".group-stretch"),
    addStretch() {
      const rows = this.$refs.rows;
      rows.insertBefore(this.$refs.blank.content.cloneNode(true), rows.lastElementChild);
      const row = marked(rows.lastElementChild.previousElementSibling ?? rows.lastElementChild, "new", `n${++made}`);
      row.querySelector("[name=from]").focus();
    },
    removeStretch(event) {
      this.row(event).remove();
      changed(this.$root);
    },
    addWording(event) {
      const row = this.row(event);
      const line = row.querySelector("[name=stretch]").value;
      row.querySelector(".wording-acts").before(this.$refs.wording.content.cloneNode(true));
      const wording = [...row.querySelectorAll(".wording-line")].at(-1);
      wording.querySelector("[name=of]").value = line;
      changed(row);
      wording.querySelector("[data-words]").dispatchEvent(new CustomEvent("begin", { bubbles: true }));
    },
  }));
});
