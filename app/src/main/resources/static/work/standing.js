"use strict";
// Figures: the one looked at opens its working in the margin; dots of pictures tell whose they are.
aestimo.figures = (table) => {
  const margin = document.getElementById("margin-view");
  const base = document.body.dataset.here.match(/^\/classes\/\d+/)[0];
  const cells = () => [...table.querySelectorAll("td[data-w]")].filter((cell) => cell.textContent.trim() !== "");
  let chosen = null;
  const choose = (cell) => {
    if (chosen) {
      chosen.tabIndex = -1;
      chosen.classList.remove("is-chosen");
    }
    chosen = cell;
    cell.tabIndex = 0;
  };
  const open = async (cell) => {
    choose(cell);
    cell.classList.add("is-chosen");
    const asked = new URLSearchParams(table.dataset.query);
    asked.set("figure", cell.dataset.w);
    const student = cell.closest("[data-s]")?.dataset.s;
    if (student) asked.set("student", student);
    if (cell.dataset.set) asked.set("set", cell.dataset.set);
    await aestimo.tell(`${base}/working?${asked}`);
  };
  table.addEventListener("click", (event) => {
    const cell = event.target.closest("td[data-w]");
    if (!cell || event.target.closest("a[href]") || cell.textContent.trim() === "") return;
    cell.focus();
    open(cell);
  });
  table.addEventListener("keydown", (event) => {
    const cell = event.target.closest("td[data-w]");
    if (!cell) return;
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      return open(cell);
    }
    const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step) return;
    event.preventDefault();
    let row = cell.parentElement;
    let at = cell.cellIndex;
    for (;;) {
      if (step[1]) at += step[1];
      else {
        const rows = [...table.rows];
        row = rows[rows.indexOf(row) + step[0]];
      }
      const next = row?.cells[at];
      if (!next) return;
      if (next.dataset.w && next.textContent.trim() !== "") {
        choose(next);
        next.focus();
        return;
      }
    }
  });
  for (const cell of cells()) cell.tabIndex = -1;
  const first = cells()[0];
  if (first) choose(first);
};

// What the margin showed before stays there to go back to.
aestimo.tell = async (address) => {
  const margin = document.getElementById("margin-view");
  try {
    const words = await aestimo.fragment(address);
    if (!margin.querySelector(".told")) aestimo.marginBefore = margin.innerHTML;
    margin.innerHTML = words;
    for (const key of margin.querySelectorAll("[data-back-margin]")) key.hidden = aestimo.marginBefore === undefined;
    aestimo.drawer(true);
  } catch {
    margin.innerHTML =
      '<p class="notice is-near told">The working cannot be read now: there is no connection, or you were signed out. Load the page again.</p>';
  }
};

for (const table of document.querySelectorAll(".figures[data-query]")) aestimo.figures(table);
document.addEventListener("click", async (event) => {
  const telling = event.target.closest("a[data-tell]");
  if (telling && !event.ctrlKey && !event.metaKey) {
    event.preventDefault();
    document.querySelector(".is-chosen:has(a[data-tell])")?.classList.remove("is-chosen");
    telling.closest("li, tr")?.classList.add("is-chosen");
    return aestimo.tell(telling.dataset.tell);
  }
  const link = event.target.closest("#margin a[data-w]");
  if (link) {
    event.preventDefault();
    const asked = new URL(link.href).searchParams;
    for (const name of ["order", "turned", "only", "band", "boundary"]) asked.delete(name);
    if (!link.dataset.set) asked.delete("set");
    return aestimo.tell(`${document.body.dataset.here.match(/^\/classes\/\d+/)[0]}/working?${asked}`);
  }
  if (event.target.closest("[data-back-margin]"))
    document.getElementById("margin-view").innerHTML = aestimo.marginBefore;
  const copy = event.target.closest("[data-copy-text]");
  if (!copy) return;
  try {
    await navigator.clipboard.writeText(document.querySelector(copy.dataset.copyText).textContent);
    copy.textContent = "Copied";
  } catch {
    copy.textContent = "This browser does not let a page copy";
  }
});
// A dot tells its student; the words keep within the picture.
aestimo.named = (event) => {
  const dot = event.target.closest?.(".dot[data-name]");
  const words = event.target.closest?.("svg")?.querySelector("text.named");
  if (!words) return;
  words.textContent = dot && event.type !== "focusout" ? dot.dataset.name : "";
  if (!dot) return;
  const circle = dot.querySelector("circle");
  const [x, y] = [circle.cx.baseVal.value, circle.cy.baseVal.value];
  const right = x > words.ownerSVGElement.viewBox.baseVal.width / 2;
  words.setAttribute("x", right ? x - 10 : x + 10);
  words.setAttribute("y", Math.max(30, y - 8));
  words.setAttribute("text-anchor", right ? "end" : "start");
};
for (const kind of ["mouseover", "focusin", "focusout"]) document.addEventListener(kind, aestimo.named);
// Previous, next and close by their keys, unless the key is wanted where the focus is.
document.addEventListener("keydown", (event) => {
  if (
    event.altKey ||
    event.ctrlKey ||
    event.metaKey ||
    event.target.closest("input, textarea, select, td[data-w], details[open], [role=slider]")
  )
    return;
  document.querySelector(`a[data-key="${event.key}"]`)?.click();
});
// The students ticked go into one field of the address.
for (const form of document.querySelectorAll("form[data-ids]")) {
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    const ids = [...form.querySelectorAll("input:checked")].map((box) => box.value);
    location.href = `${form.getAttribute("action")}?${form.dataset.query}${ids.length ? `&${form.dataset.ids}=${ids.join(",")}` : ""}`;
  });
}
