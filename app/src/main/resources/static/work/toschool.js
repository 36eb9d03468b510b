// A draft return: rows are kept as they are typed, and the margin says what is still in the way of sealing.
import { ask, fragment, newest } from "./ask.js";
import { signInAgain } from "./session.js";

const schoolReturn = (form) => {
  const kept = document.getElementById("kept");
  let timer;
  let pause = 0;
  let busy = false;
  let again = false;
  // Only rows that were touched are sent: what another window saves meanwhile is left alone.
  const touched = new Set();
  // Where to go once all is saved.
  let leadsTo = "";
  const say = (words, off = true) => {
    kept.textContent = words;
    kept.classList.toggle("is-off", off);
    if (off) leadsTo = "";
  };
  const values = (row) => [...row.querySelectorAll("input:not([type=hidden])")].map((field) => field.value).join("\n");
  const rowOf = (id) => form.querySelector(`tr[data-row="${id}"]`);
  const wrong = () => [...form.querySelectorAll("[aria-invalid]")];
  const body = (rows) => {
    const all = new URLSearchParams();
    for (const row of rows) for (const field of row.querySelectorAll("input")) all.append(field.name, field.value);
    return all;
  };
  // What stood in a row as the page knows it, one field of it: the other half of what the row's hidden field holds.
  const stood = (was, { input, name }) =>
    name ? (was.fields[name] ?? "") : input === "sentAs" ? [was.sentAs, was.noGrade] : was[input];
  const putStood = (was, { input, name }, value) => {
    if (name) was.fields[name] = value;
    else if (input === "sentAs") [was.sentAs, was.noGrade] = value;
    else was[input] = value;
    return JSON.stringify(was);
  };
  /** Altered in another window: what the page knew stays, so that nothing goes over it, until the teacher types anew. */
  const elsewhere = new Map();
  const decide = (field) => {
    const one = elsewhere.get(field);
    if (!one) return;
    elsewhere.delete(field);
    const was = field.closest("tr").querySelector("[name=was]");
    was.value = putStood(JSON.parse(was.value), one.at, one.there);
  };
  const standsNow = (row, now, refused) => {
    const was = row.querySelector("[name=was]");
    const before = JSON.parse(was.value);
    let text = now.was;
    for (const at of refused.filter((one) => one.elsewhere && one.row === row.dataset.row)) {
      elsewhere.set(row.querySelector(`[name=${at.input}]`), { at, there: stood(JSON.parse(now.was), at) });
      text = putStood(JSON.parse(text), at, stood(before, at));
    }
    was.value = text;
  };
  /** A field that was refused is marked where it is, and says why. */
  const mark = (rows, refused) => {
    for (const row of rows)
      for (const field of row.querySelectorAll("[aria-invalid]")) {
        field.removeAttribute("aria-invalid");
        field.removeAttribute("title");
      }
    for (const { row, input, words } of refused) {
      const field = rowOf(row).querySelector(`[name=${input}]`);
      field.setAttribute("aria-invalid", "true");
      field.title = words;
    }
  };
  const taken = (told, sent) => {
    mark(sent.keys(), told.refused);
    const refused = new Set(told.refused.map((one) => one.row));
    for (const [row, asSent] of sent) {
      const now = told.rows[row.dataset.row];
      standsNow(row, now, told.refused);
      row.classList.toggle("is-adjusted", now.adjusted || now.none);
      for (const field of row.querySelectorAll(".is-label"))
        field.classList.toggle("is-missing", field.value.trim() === "");
      // What was typed while the answer was on its way is still to be sent; what was refused waits for the teacher.
      if (values(row) !== asSent) again = true;
      else if (!refused.has(row.dataset.row)) touched.delete(row);
    }
    // Of what was typed since, nothing is known yet.
    const pending = again || [...touched].some((row) => !sent.has(row) || values(row) !== sent.get(row));
    const fields = wrong();
    if (fields.length) {
      const first = fields
        .slice(0, 2)
        .map((field) => field.title)
        .join(" ");
      if (leadsTo) fields[0].focus();
      const more = fields.length > 2 ? ` And ${fields.length - 2} more, each marked.` : "";
      const those = fields.length === 1 ? "It is" : "They are";
      say(`${first}${more} ${those} not saved; everything else is${pending ? " on its way…" : "."}`);
    } else if (pending) say("On its way…", false);
    else say(`Saved ${told.kept}`, false);
  };
  const send = async () => {
    if (busy) {
      again = true;
      return;
    }
    clearTimeout(timer);
    busy = true;
    const sent = new Map([...touched].map((row) => [row, values(row)]));
    const answer = await ask("POST", form.dataset.typed, body(sent.keys()), {
      as: "return",
      fits: (data) => data.problems || (Array.isArray(data.refused) && data.rows),
    });
    busy = false;
    pause = answer.state === "again" ? Math.min(30, pause * 2 || 1) : 0;
    if (answer.isDone && !answer.data.problems) {
      taken(answer.data, sent);
      await returnMargin(form);
    } else if (answer.isDone) say(answer.data.problems.join(" "));
    else if (answer.state === "refused")
      say(`Not saved: ${answer.why}. What you typed is still here; copy it before you load the page again.`);
    else if (answer.state === "signed-out") {
      // Asked once more now, the answer could begin another session just as somebody signs in; all goes after that.
      again = false;
      say("Not saved yet: you were signed out. What you typed is still here.");
      signInAgain(send);
    } else {
      say(`Not saved yet: ${answer.why}. What you typed is still here and is sent again by itself.`);
      timer = setTimeout(send, pause * 1000);
    }
    if (again && !pause) {
      again = false;
      send();
    } else if (leadsTo && touched.size === 0) location.assign(leadsTo);
  };
  form.addEventListener("input", (event) => {
    const row = event.target.closest("tr[data-row]");
    if (!row) return;
    touched.add(row);
    decide(event.target);
    kept.textContent = "On its way…";
    clearTimeout(timer);
    timer = setTimeout(send, 700);
  });
  form.addEventListener("change", () => {
    clearTimeout(timer);
    if (touched.size) send();
  });
  // Comments out of a sentence group: only where none is yet, and none that is longer than the school takes.
  document.getElementById("fill-comments")?.addEventListener("click", async (event) => {
    const { length, query } = event.target.dataset;
    const tell = document.getElementById("filled-comments");
    const group = document.getElementById("comment-group").value;
    event.target.disabled = true;
    try {
      const path = `${event.target.closest("[data-said]").dataset.said}${group}/said?${query}`;
      const said = JSON.parse(await fragment(path, { headers: { "X-Aestimo": "return" } }));
      const long = [];
      let filled = 0;
      for (const { student, words } of said) {
        const field = document.getElementById(`comment-${student}`);
        if (!field || field.value.trim()) continue;
        if (words.length > Number(length)) long.push(rowOf(student).querySelector("th, td").textContent.trim());
        else {
          field.value = words;
          field.dispatchEvent(new Event("input", { bubbles: true }));
          filled++;
        }
      }
      tell.textContent =
        (filled === 1 ? "1 comment is filled." : `${filled} comments are filled.`) +
        (long.length ? ` Longer than ${length} letters, and left empty: ${long.join("; ")}.` : "");
    } catch {
      tell.textContent = "The sentences could not be asked for. Nothing was filled; try again.";
    }
    event.target.disabled = false;
  });
  // What was typed before this script was there.
  for (const row of form.querySelectorAll("tr[data-row]"))
    if ([...row.querySelectorAll("input:not([type=hidden])")].some((it) => it.value !== it.defaultValue))
      touched.add(row);
  if (touched.size) send();
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    send();
  });
  // Sealing is asked of what is kept, so what was typed last goes first.
  document.querySelector(".school-foot a.is-dark")?.addEventListener("click", (event) => {
    if (touched.size === 0) return;
    event.preventDefault();
    leadsTo = event.target.href;
    clearTimeout(timer);
    send();
  });
  window.addEventListener("online", () => {
    if (touched.size === 0) return;
    clearTimeout(timer);
    pause = 0;
    send();
  });
  window.addEventListener("beforeunload", (event) => {
    if (touched.size) event.preventDefault();
  });
};

const askMargin = newest();
const returnMargin = async (form) => {
  const margin = document.getElementById("margin-view");
  try {
    const words = await askMargin(form.dataset.margin);
    if (words !== null) margin.innerHTML = words;
  } catch {
    /* What stands there is shown anew with the next that is saved. */
  }
};

export const start = (form) => {
  if (form.dataset.typed) schoolReturn(form);
  const isSending = () => document.querySelector(".return-margin[data-watch]");
  if (!isSending()) return;
  // While it is being sent the margin follows; once it has ended, the page is shown anew.
  const watch = async () => {
    await returnMargin(form);
    if (isSending()) setTimeout(watch, 1000);
    else location.reload();
  };
  setTimeout(watch, 1000);
};
