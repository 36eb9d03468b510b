"use strict";
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
  Alpine.data("missing", () => ({
    counts: true,
    init() {
      this.look();
    },
    look() {
      this.counts = this.$refs.choice.value === "counts";
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
      let tenThousandths = 0;
      for (const input of this.$refs.rows.querySelectorAll("[name=weight]")) {
        const counts = input.closest("tr").querySelector("[name=say]").value === "counts";
        input.readOnly = !counts;
        input.placeholder = counts ? "" : "–";
        if (!counts) continue;
        const typed = input.value.trim().replace(",", ".");
        if (/^\d{1,5}(\.\d{1,4})?$/.test(typed)) tenThousandths += Math.round(Number(typed) * 10000);
      }
      const over = tenThousandths - 1000000;
      this.sum = String(tenThousandths / 10000);
      this.off = over !== 0;
      Alpine.store("weights").off = this.off;
      Alpine.store("weights").words = `Weights make ${this.sum}.`;
      this.words = over === 0 ? "" : Math.abs(over) / 10000 + (over > 0 ? " too many" : " missing");
    },
  }));
});
