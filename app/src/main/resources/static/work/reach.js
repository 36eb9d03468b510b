// A form with words in it leaves its page only for a server that answers. Else the browser's own page would take its place,
// and what was typed would be gone with it.
import { Answer } from "./answer.js";
import { askingBar, button } from "./elements.js";

/** Somebody waits for this before anything is sent, so it is shorter than the patience with an answer. */
const LONGEST = 8000;
const hasWords = (form) => [...form.querySelectorAll("textarea")].some((field) => field.value.trim());
let bar;

/** For every form that is sent, after the page's own handlers. */
export const reachFirst = async (event) => {
  const { target: form, submitter } = event;
  if (event.defaultPrevented || form.method !== "post" || form.dataset.reached || !hasWords(form)) return;
  event.preventDefault();
  // A second click, while the first is being asked for.
  if (form.ariaBusy) return;
  form.ariaBusy = "true";
  bar ??= askingBar();
  bar.close();
  const answer = await Answer.of(
    fetch("/reached", { headers: { "X-Aestimo": "reached" }, cache: "no-store", signal: AbortSignal.timeout(LONGEST) }),
  );
  form.ariaBusy = null;
  if (answer.state === "again") {
    bar.say(`Not saved yet: ${answer.why}. What you typed is still here.`, [
      button("Try again", () => form.requestSubmit(submitter)),
      button("Cancel", bar.close),
    ]);
    return;
  }
  form.dataset.reached = "yes";
  form.requestSubmit(submitter);
};
