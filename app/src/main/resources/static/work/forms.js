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
    count() {},
  };
  Alpine.data("rows", () => ({ ...rows }));

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
