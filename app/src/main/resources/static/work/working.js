// The working of a figure, in the margin; what the margin showed before stays there to go back to.
import { newest } from "./ask.js";
import { dressHere } from "./days.js";
import { drawer } from "./drawer.js";

const view = () => document.getElementById("margin-view");
let before;
const newestOf = newest();

const tell = async (address) => {
  const margin = view();
  try {
    const words = await newestOf(address);
    if (words === null) return;
    before ??= margin.innerHTML;
    margin.innerHTML = words;
    dressHere(margin);
    for (const key of margin.querySelectorAll("[data-back-margin]")) key.hidden = before === undefined;
    drawer(true);
  } catch {
    const words =
      "The working cannot be read now: there is no connection, or you were signed out. Load the page again.";
    const notice = Object.assign(document.createElement("p"), { className: "notice is-near told", textContent: words });
    margin.replaceChildren(notice);
  }
};

const back = () => {
  view().innerHTML = before;
  before = undefined;
};

const copy = async (key) => {
  try {
    await navigator.clipboard.writeText(document.querySelector(key.dataset.copyText).textContent);
    key.textContent = "Copied";
  } catch {
    key.textContent = "This browser does not let a page copy";
  }
};

const pressed = (event) => {
  const telling = event.target.closest("a[data-tell]");
  if (telling && !event.ctrlKey && !event.metaKey) {
    event.preventDefault();
    document.querySelector(".is-chosen:has(a[data-tell])")?.classList.remove("is-chosen");
    telling.closest("li, tr")?.classList.add("is-chosen");
    return tell(telling.dataset.tell);
  }
  const link = event.target.closest("#margin a[data-w]");
  if (link) {
    event.preventDefault();
    const asked = new URL(link.href).searchParams;
    for (const name of ["order", "turned", "only", "band", "boundary"]) asked.delete(name);
    if (!link.dataset.set) asked.delete("set");
    return tell(`${document.body.dataset.here.match(/^\/classes\/\d+/)[0]}/working?${asked}`);
  }
  if (event.target.closest("[data-back-margin]")) back();
  const key = event.target.closest("[data-copy-text]");
  if (key) copy(key);
};

/** Called once for a page with figures. */
export const start = () => document.addEventListener("click", pressed);
export { tell };
