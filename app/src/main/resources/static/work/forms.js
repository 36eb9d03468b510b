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
  const drawn = (name, attributes, text = "") => {
    const element = document.createElementNS("http://www.w3.org/2000/svg", name);
    for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value);
    element.textContent = text;
    return element;
  };
  /** The weights as they are typed, as stretches of the bar above them. */
  const drawBar = (bar, rows) => {
    const parts = rows
      .map((row) => ({
        name: row.querySelector("[name=categoryName]").value,
        shape: row.querySelector("[name=shape]").value,
        tint: row.querySelector("[name=tint]").value,
        weight: Number(row.querySelector("[name=weight]").value.trim().replace(",", ".")),
        counts: row.querySelector("[name=say]").value === "counts",
      }))
      .filter((part) => part.counts && part.weight > 0);
    const sum = parts.reduce((all, part) => all + part.weight, 0);
    const gap = 3;
    let x = 0;
    bar.replaceChildren(
      ...parts.map((part) => {
        const width = (part.weight / sum) * (860 - gap * (parts.length - 1));
        const group = drawn("g", { class: `tint-${part.tint}` });
        group.append(
          drawn("rect", { class: "wash", x, y: 0, width, height: 36, rx: 4 }),
          drawn("rect", { class: "foot", x, y: 36, width, height: 4 }),
          drawn("use", { href: `#shape-${part.shape}`, x: x + 10, y: 12, width: 12, height: 12 }),
        );
        if (width > 110) group.append(drawn("text", { x: x + 28, y: 23 }, part.name));
        group.append(drawn("text", { class: "figure", x: x + width - 10, y: 23, "text-anchor": "end" }, String(part.weight)));
        x += width + gap;
        return group;
      }),
    );
  };
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
    /** A new category looks unlike the others: the first shape and colour that none of them has. */
    add() {
      rows.add.call(this);
      const all = [...this.$refs.rows.children];
      const row = all.pop();
      for (const name of ["shape", "tint"]) {
        const taken = all.map((it) => it.querySelector(`[name=${name}]`).value);
        const own = row.querySelector(`[name=${name}]`);
        const free = [...own.options].find((it) => !taken.includes(it.value)) ?? own.options[0];
        // Nothing the teacher typed: the form still counts as untouched.
        for (const option of own.options) option.defaultSelected = option === free;
        free.selected = true;
      }
      this.dress(row);
    },
    /** Shape and colour as they are chosen, before they are saved. */
    dress(row) {
      this.draw();
      row.querySelector(".look").className = `look tint-${row.querySelector("[name=tint]").value}`;
      row.querySelector(".look use").setAttribute("href", `#shape-${row.querySelector("[name=shape]").value}`);
    },
    draw() {
      const bar = document.querySelector(".weight-bar");
      if (bar) drawBar(bar, [...this.$refs.rows.children]);
    },
    count() {
      this.draw();
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
      this.words = !this.off ? "" : Math.abs(over) / 10000 + (over > 0 ? " over 100" : " short of 100");
    },
  }));
});
