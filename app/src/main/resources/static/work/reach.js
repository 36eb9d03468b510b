// A form with words in it leaves its page only for a server that answers. Else the browser's own page would take its place,
// and what was typed would be gone with it.
import { Answer, PATIENCE } from "./answer.js";
import { askingBar, button } from "./elements.js";

const hasWords = (form) => [...form.querySelectorAll("textarea")].some((field) => field.value.trim());
const asked = new WeakSet();
let bar;

/** For every form that is sent, after the page's own handlers. */
export const reachFirst = async (event) => {
  const { target: form, submitter } = event;
  if (event.defaultPrevented || form.method !== "post" || form.dataset.reached || !hasWords(form)) return;
  event.preventDefault();
  if (asked.has(form)) return;
  asked.add(form);
  bar ??= askingBar();
  bar.close();
  const answer = await Answer.of(
    fetch("/reached", { headers: { "X-Aestimo": "reached" }, cache: "no-store", signal: AbortSignal.timeout(PATIENCE) }),
  );
  asked.delete(form);
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
