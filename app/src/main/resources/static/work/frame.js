// The frame of every page: the margin as a drawer, menus that close when left, keys, forms sent once.
import { go } from "./address.js";
import { drawer, startDrawer } from "./drawer.js";
import { reachFirst } from "./reach.js";

if (document.getElementById("margin")) startDrawer();
if (
  document.querySelector("#margin-form") ||
  (/[?&](student|assessment|figure)=|[?&]ends\b/.test(location.search) && !document.getElementById("run"))
)
  drawer(true);
document.querySelector(".tab[aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
document.addEventListener("click", (event) => {
  for (const menu of document.querySelectorAll("details.span-panel, details.export, details.all-keys"))
    if (!menu.contains(event.target)) menu.open = false;
});
document.addEventListener("keydown", (event) => {
  if (event.key !== "Escape") return;
  for (const menu of document.querySelectorAll("details[open]:not(.spine-more)")) {
    menu.open = false;
    menu.querySelector("summary").focus();
  }
  drawer(false);
});
// On a phone what stands at the foot of the spine is a menu; everywhere else it is open.
const more = document.querySelector(".spine-more");
const isPhone = matchMedia("(max-width: 719px)");
const openMore = () => {
  if (more) more.open = !isPhone.matches;
};
isPhone.addEventListener("change", openMore);
openMore();
document.querySelector(".workspaces [aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
// One key for showing the page to others. The address of this very view is gone back to, selection and all.
const names = document.getElementById("names");
names?.addEventListener("submit", () => {
  names.elements.back.value = (document.body.dataset.here || location.pathname) + location.search;
});
document.addEventListener("keydown", (event) => {
  if (event.key !== "F9" || !names) return;
  event.preventDefault();
  names.requestSubmit();
});
// How the sheet is looked at: a choice in sight is taken at once, those in the panel by its button.
document.getElementById("look")?.addEventListener("change", (event) => {
  if (event.target.closest(".choice")) event.currentTarget.requestSubmit();
});
// The boxes ticked go into one field, as the address holds them.
document.querySelector("form[data-pieces]")?.addEventListener("submit", (event) => {
  const ticked = [...event.target.querySelectorAll("input:checked")].map((box) => box.value);
  if (ticked.length === 0) return event.preventDefault();
  event.preventDefault();
  go({ pieces: ticked.join(",") });
});
document.addEventListener("submit", reachFirst);
// A second click on a form on its way sends nothing twice.
document.addEventListener("submit", (event) => {
  if (event.defaultPrevented || event.target.method !== "post") return;
  if (event.target.dataset.sent) return event.preventDefault();
  event.target.dataset.sent = "yes";
});
window.addEventListener("pageshow", () => {
  for (const form of document.forms) {
    delete form.dataset.sent;
    delete form.dataset.reached;
  }
});

for (const key of document.querySelectorAll("[data-print]")) key.addEventListener("click", () => print());
// A page that stood open while another window was worked in learns how many loose ends there are by now.
document.addEventListener("visibilitychange", async () => {
  if (document.visibilityState !== "visible" || !document.body.dataset.teacher) return;
  const own = document.body.dataset.here?.match(/^\/classes\/(\d+)/)?.[1] ?? "";
  try {
    const answer = await fetch(`/loose-ends/count?ofClass=${own}`, { headers: { "X-Aestimo": "count" } });
    if (answer.ok) document.getElementById("loose-ends").textContent = (await answer.json()).count;
  } catch {
    /* no connection: it is asked for again next time */
  }
});

// Previous, next and close by their keys, unless the key is wanted where the focus is.
document.addEventListener("keydown", (event) => {
  if (
    event.defaultPrevented ||
    event.altKey ||
    event.ctrlKey ||
    event.metaKey ||
    event.target.closest("input, textarea, select, td[data-w], details[open], [role=slider]")
  )
    return;
  document.querySelector(`a[data-key="${event.key}"]`)?.click();
});
