// Joins a page with the modules it uses: those of every page at once, the others where what they are for is there.
import "./frame.js";
import { start as startDays } from "./days.js";
import { start as startFinder } from "./finder.js";
import { start as startHelp } from "./helper.js";
import { clear as clearWhatWasLeft, start as startLeaving } from "./leaving.js";
import { start as startUnsaved } from "./unsaved.js";

/** What a module is for, told by a selector. Each exports start, called with every element the selector finds. */
const EACH = [
  [".yearline-picture", () => import("./yearline.js")],
  ["#sheet:has(tbody tr)", () => import("./sheet.js")],
  [".sheet-box:has(table), .figures-box:has(table)", () => import("./edges.js")],
  ["#register", () => import("./register.js")],
  ["#seats", () => import("./seats.js")],
  ["#run:has(#run-lines)", () => import("./run.js")],
  [".figures[data-query]", () => import("./figures.js")],
  ["form[data-look]:not([data-no-look])", () => import("./would-move.js")],
  ["form[data-keeps-place]", () => import("./scroll.js")],
  ["[data-copy]", () => import("./copying.js")],
  ["form[data-settle]", () => import("./settle.js")],
  ["table[data-typed-down]", () => import("./typed-down.js")],
  ["form[data-ids]", () => import("./ticked.js")],
  [".notice:has([data-field])", () => import("./wrong.js")],
  ["#letter-form, #group-form, #mail-form", () => import("./chips.js")],
  ["#group-form", () => import("./stretches.js")],
  ["#one-by-one", () => import("./one-by-one.js")],
  ["#lengths", () => import("./lengths.js")],
  ["#job", () => import("./job.js")],
  ["#kind", () => import("./kinds.js")],
  ["#try", () => import("./tryout.js")],
  ["#return-form", () => import("./toschool.js")],
  ["#waiting", () => import("./waiting.js")],
  ["#passkey, #new-passkey", () => import("./passkeys.js")],
];

/** The same, once for a page that has any. */
const ONCE = [
  [".figures, a[data-tell], [data-copy-text], #margin a[data-w]", () => import("./working.js")],
  [".dot[data-name]", () => import("./pictures.js")],
];

startDays();
startUnsaved();
for (const form of document.querySelectorAll("#finder")) startFinder(form);
for (const box of document.querySelectorAll("#help")) startHelp(box);
for (const form of document.querySelectorAll("form[action='/sign-out']")) startLeaving(form);
if (document.querySelector("[data-left]")) clearWhatWasLeft();
const starts = [];
for (const [selector, load] of EACH) {
  const found = [...document.querySelectorAll(selector)];
  if (found.length) starts.push(load().then(({ start }) => found.forEach((it) => start(it))));
}
for (const [selector, load] of ONCE)
  if (document.querySelector(selector)) starts.push(load().then(({ start }) => start()));
// The components of forms start after this module; where they never come, nothing waits for them longer than the page.
const components = new Promise((done) => {
  document.addEventListener("alpine:initialized", done, { once: true });
  window.addEventListener("load", done, { once: true });
});
window.takeEarlyActs((element) => !element.closest("#page, #margin, form[method=dialog]"));
// A script that does not arrive holds up for so long what others are for.
const tooLong = new Promise((done) => setTimeout(done, 10000));
Promise.race([Promise.allSettled([...starts, components]), tooLong]).then(() => window.takeEarlyActs());
// Keys pressed before this page could take them; the pages that are typed into take theirs when they can.
if (!document.querySelector("#sheet tbody tr, #run-lines, #one-by-one")) window.takeEarlyKeys();
