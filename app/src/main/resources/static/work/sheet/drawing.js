// What a cell looks like. The server draws it, in the page and in its answers alike; until it has answered a cell shows
// what was typed.

/** Classes that are the page's and no part of the entry. */
const OF_THE_PAGE = ["is-col", "is-chosen", "is-here", "is-picked"];

/** As typed, until the server has answered how it was understood. */
export const dress = (cell, text) => {
  const kept = OF_THE_PAGE.filter((it) => cell.classList.contains(it));
  cell.className = ["cell", "is-sending", ...kept].join(" ");
  cell.textContent = text;
  for (const it of ["t", "late", "finish"]) delete cell.dataset[it];
  for (const it of ["title", "aria-label"]) cell.removeAttribute(it);
};

/** Makes a cell what the server drew. The element stays, with its focus and whether it is hidden. */
export const draw = (cell, markup) => {
  const drawn = document.createElement("template");
  drawn.innerHTML = `<table><tbody><tr>${markup}</tr></tbody></table>`;
  const own = drawn.content.querySelector("td");
  const kept = OF_THE_PAGE.filter((it) => cell.classList.contains(it));
  const stays = ["tabindex", "hidden"];
  for (const { name } of [...cell.attributes]) if (!stays.includes(name)) cell.removeAttribute(name);
  for (const { name, value } of own.attributes) if (!stays.includes(name)) cell.setAttribute(name, value);
  cell.classList.add(...kept);
  cell.replaceChildren(...own.childNodes);
};

/** The figures of a row or of the foot, and what is drawn beside them. */
export const drawRow = (row, { result, grade, line }) => {
  row.querySelector(".result").textContent = result;
  const box = row.querySelector(".grade span");
  box.textContent = grade;
  box.title = grade;
  const place = row.querySelector(".so-far");
  if (place && line !== undefined) place.innerHTML = line;
};

const GROUNDS = ["is-above", "is-above-far", "is-below", "is-below-far"];

export const shade = (cell, css) => {
  cell.classList.remove("is-ground", ...GROUNDS);
  if (css) cell.classList.add("is-ground", css);
};
