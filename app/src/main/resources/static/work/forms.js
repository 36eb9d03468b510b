import "./families.js";

// Components of the forms whose rows can be added and removed. Loaded before Alpine, which calls on them.
document.addEventListener("alpine:init", () => {
  const rows = {
    add() {
      this.$refs.rows.append(this.$refs.blank.content.cloneNode(true));
      this.$refs.rows.lastElementChild.querySelector("input:not([type=hidden])").focus();
      this.count();
    },
    remove(event) {
      event.target.closest("tr").remove();
      this.count();
    },
    up(event) {
      const row = event.target.closest("tr");
      row.previousElementSibling?.before(row);
      event.target.focus();
    },
    down(event) {
      const row = event.target.closest("tr");
      row.nextElementSibling?.after(row);
      event.target.focus();
    },
    count() {},
  };
  Alpine.data("rows", () => ({ ...rows }));
  // A table of check boxes gone through by the arrow keys.
  Alpine.data("grid", () => ({
    go(event) {
      const [down, right] = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key] ?? [0, 0];
      const cell = event.target.closest("td");
      if (!cell || (!down && !right)) return;
      event.preventDefault();
      const row = down ? this.$root.tBodies[0].rows[cell.parentElement.sectionRowIndex + down] : cell.parentElement;
      row?.cells[cell.cellIndex + right]?.querySelector("input")?.focus();
    },
  }));
  Alpine.data("contacts", () => ({
    ...rows,
    remove(event) {
      const row = event.target.closest("li");
      row.parentElement.dispatchEvent(new Event("change", { bubbles: true }));
      row.remove();
    },
  }));
  Alpine.data("gone", () => ({
    shown: false,
    toggle() {
      this.shown = !this.shown;
    },
    words() {
      const count = this.$refs.gone.dataset.count;
      return this.shown ? "Hide those who left" : `Show ${count} who left`;
    },
  }));
  Alpine.data("missing", () => ({
    counts: true,
    init() {
      this.look();
    },
    look() {
      this.counts = this.$refs.choice.value === "counts";
    },
  }));

  // Parts of a piece, and ceilings that look at some of them: chosen by their titles, which may still be typed.
  Alpine.data("pieces", () => ({
    ...rows,
    hasParts: false,
    init() {
      this.count();
    },
    addCeiling() {
      this.$refs.ceilings.append(this.$refs.blankCeiling.content.cloneNode(true));
      this.count();
    },
    removeCeiling(event) {
      event.target.closest(".ceiling").remove();
    },
    count() {
      const titles = [...this.$refs.rows.querySelectorAll("[name=partTitle]")]
        .map((it) => it.value.trim())
        .filter((it) => it);
      this.hasParts = titles.length > 0;
      for (const ceiling of this.$refs.ceilings.children) this.offer(ceiling, titles);
    },
    /** Check boxes in place of the typed list; a title that was changed is followed. */
    offer(ceiling, titles) {
      const typed = ceiling.querySelector("[name=gates]");
      const box = ceiling.querySelector(".gate-choice");
      const before = box.titles ?? titles;
      let chosen = typed.value
        .split(";")
        .map((it) => it.trim())
        .filter((it) => it);
      if (before.length === titles.length) chosen = chosen.map((it) => titles[before.indexOf(it)] ?? it);
      box.titles = titles;
      typed.type = "hidden";
      typed.value = chosen.filter((it) => titles.includes(it)).join("; ");
      box.replaceChildren(
        ...titles.map((title) => {
          const label = document.createElement("label");
          const check = document.createElement("input");
          check.type = "checkbox";
          check.value = title;
          check.checked = chosen.includes(title);
          check.addEventListener("change", () => {
            typed.value = [...box.querySelectorAll("input:checked")].map((it) => it.value).join("; ");
          });
          label.append(check, ` ${title}`);
          return label;
        }),
      );
    },
  }));

  // The sum while typing is a hint; what is kept is decided by the server.
  Alpine.store("weights", { off: false, words: "" });
  Alpine.data("weights", () => ({
    ...rows,
    sum: "",
    words: "",
    off: false,
    init() {
      if (!this.$refs.rows.children.length) this.add();
      this.count();
    },
    count() {
      if (this.$el.closest("form").dataset.sums === "false") return;
      let tenThousandths = 0;
      let typedAny = false;
      for (const input of this.$refs.rows.querySelectorAll("[name=weight]")) {
        const counts = input.closest("tr").querySelector("[name=say]").value === "counts";
        input.readOnly = !counts;
        input.placeholder = counts ? "" : "–";
        if (!counts) continue;
        const typed = input.value.trim().replace(",", ".");
        typedAny ||= typed !== "";
        if (/^\d{1,5}(\.\d{1,4})?$/.test(typed)) tenThousandths += Math.round(Number(typed) * 10000);
      }
      const over = tenThousandths - 1000000;
      this.sum = String(tenThousandths / 10000);
      // A class that is only begun is not wrong yet.
      this.off = over !== 0 && typedAny;
      Alpine.store("weights").off = this.off;
      Alpine.store("weights").words = `Weights make ${this.sum}.`;
      this.words = !this.off ? "" : Math.abs(over) / 10000 + (over > 0 ? " too many" : " missing");
    },
  }));
});
