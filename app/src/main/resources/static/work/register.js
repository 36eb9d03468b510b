// The register of one lesson, by name or by seat: a key or a tap for each student. What is said goes into a queue as marks do, so that a
// lost line, another device or a killed server loses nothing.
import { fragment } from "./ask.js";
import { startEntries } from "./entries.js";
import { Steps } from "./steps.js";

const CSS = ["is-here", "is-late", "is-absent"];
const KEYS = { Enter: "here", h: "here", a: "absent", l: "late", x: "excused", ".": "more", Backspace: "", Delete: "" };
const QUICK_MINUTES = 1500;
const SETTLED = 200;
// What a tap on a seat makes of what is said.
const TAPPED = { "": "absent", here: "absent", absent: "late", late: "here" };

export const start = (list) => {
  const lines = [...list.querySelectorAll(".who")];
  if (lines.length === 0) return;
  for (const line of lines) line.dataset.text ??= "";
  const base = `/classes/${list.dataset.class}/room`;
  const key = `${document.body.dataset.teacher}.${list.dataset.class}.room`;
  const lesson = Number(list.dataset.lesson);
  const steps = new Steps(`aestimo.steps.${key}.${lesson}`);
  const more = document.getElementById("more");
  const bar = document.getElementById("seat-keys");
  const minutes = document.getElementById("more-minutes");
  const reason = document.getElementById("more-reason");

  let now = lines.find((line) => line.dataset.text === "") ?? lines[0];

  const lineOf = ({ assessment, student }) =>
    assessment === lesson ? lines.find((line) => Number(line.dataset.s) === student) : undefined;
  const kind = (text) => CSS.find((css) => text.startsWith(css.slice(3))) ?? "";
  const sums = () => {
    const count = (css) => lines.filter((line) => line.classList.contains(css)).length;
    const [here, late, absent] = CSS.map(count);
    document.getElementById("sums").textContent =
      `${here} here · ${late} late · ${absent} absent · ${lines.length - here - late - absent} to say`;
    document.getElementById("all-here").disabled = here + late + absent === lines.length;
  };
  /** The buttons of a student, pressed as what is said. */
  const press = (line) => {
    const text = line.dataset.text;
    const buttons = bar ? (line === now ? bar.querySelectorAll("[data-say]") : []) : line.querySelectorAll("[data-say]");
    for (const button of buttons) {
      const { say } = button.dataset;
      const is = say === "excused" ? /^\w+( \d+)? excused/.test(text) : say ? text.startsWith(say) : text === "";
      button.setAttribute("aria-pressed", String(is));
    }
    if (bar && line === now) document.getElementById("seat-name").textContent = line.dataset.name;
  };
  const show = (line, text) => {
    line.dataset.text = text;
    line.classList.remove(...CSS);
    if (kind(text)) line.classList.add(kind(text));
    line.querySelector(".who-said").textContent = text || "to say";
    press(line);
    sums();
  };
  const say = (words) => {
    document.getElementById("told").textContent = words;
  };

  const answered = (answer) => {
    for (const kept of answer.entries) {
      if (kept.kept) steps.understood(kept.id, kept.cell.typed);
      const line = lineOf(kept.cell);
      if (!line) continue;
      line.dataset.v = kept.cell.version;
      const later = queue.items.some((it) => !it.stopped && lineOf(it) === line);
      if (!later) show(line, kept.cell.typed);
    }
  };
  const { queue } = startEntries({
    base,
    query: list.dataset.query,
    key,
    one: "entry",
    many: "entries",
    place: (item) => {
      const line = lineOf(item);
      return (
        line && {
          words: `${line.dataset.name} · ${list.dataset.title}`,
          version: Number(line.dataset.v),
          dress: (text) => show(line, text),
          refuse: () => show(line, item.text),
        }
      );
    },
    onAnswer: answered,
  });

  /** Puts words for a student; the step is what undoing takes back. */
  const put = (line, text, how) => {
    const from = line.dataset.text;
    const ids = { assessment: lesson, student: Number(line.dataset.s), part: 0 };
    show(line, text);
    const where = `${line.dataset.name} · ${list.dataset.title}`;
    const id = queue.put(lesson, ids.student, 0, Number(line.dataset.v), text, how, where);
    return { id, ...ids, from, to: text };
  };
  const enter = (line, text) => {
    say("");
    if (text !== line.dataset.text) steps.push([put(line, text, "typed")]);
  };

  const go = (line) => {
    if (!line) return;
    now.tabIndex = -1;
    now.classList.remove("is-now");
    now = line;
    now.tabIndex = 0;
    now.classList.add("is-now");
    now.focus();
    press(now);
    tellAbout();
  };
  const beside = (by) => lines[lines.indexOf(now) + by];
  /** Rows of the room, each with those who sit in it and how far across; who has no seat is in a row behind. */
  const rows = [...list.querySelectorAll("tr")]
    .map((row) => [...row.cells].flatMap((td, x) => [...td.querySelectorAll(".who")].map((who) => ({ who, x }))))
    .concat([[...list.querySelectorAll(".unseated-list .who")].map((who, x) => ({ who, x }))])
    .filter((row) => row.length);
  const above = (by) => {
    if (!bar) return beside(by);
    const y = rows.findIndex((row) => row.some((it) => it.who === now));
    const { x } = rows[y].find((it) => it.who === now);
    return rows[y + by]?.reduce((one, other) => (Math.abs(other.x - x) < Math.abs(one.x - x) ? other : one)).who;
  };

  // The margin follows the student chosen, once keys and taps have come to rest.
  const about = document.getElementById("about");
  let asked = 0;
  const tellAbout = () => {
    clearTimeout(asked);
    asked = setTimeout(async () => {
      const student = now.dataset.s;
      try {
        const told = await fragment(`${about.dataset.address}/${student}?${about.dataset.query}`);
        if (now.dataset.s === student) about.innerHTML = told;
      } catch {
        about.textContent = "Cannot be read now: there is no connection, or you were signed out.";
      }
    }, SETTLED);
  };

  const openMore = (line) => {
    go(line);
    const [, given] = /^late (\d+)/.exec(line.dataset.text) ?? [];
    document.getElementById("more-name").textContent = line.dataset.name;
    minutes.value = given ?? "";
    minutes.closest("label").hidden = !line.dataset.text.startsWith("late");
    reason.value = line.dataset.text.includes(": ") ? line.dataset.text.slice(line.dataset.text.indexOf(": ") + 2) : "";
    more.hidden = false;
    (bar?.parentElement ?? line).insertBefore(more, bar?.nextElementSibling ?? null);
    (minutes.closest("label").hidden ? reason : minutes).focus();
  };
  const closeMore = () => {
    more.hidden = true;
    go(now);
  };
  more.addEventListener("submit", (event) => {
    event.preventDefault();
    const [said] = now.dataset.text.split(": ");
    const timed = said.startsWith("late")
      ? `late${/^\d{1,3}$/.test(minutes.value.trim()) ? ` ${Number(minutes.value)}` : ""}${said.endsWith("excused") ? " excused" : ""}`
      : said;
    enter(now, (timed || "absent") + (reason.value.trim() ? `: ${reason.value.trim()}` : ""));
    closeMore();
  });
  more.addEventListener("keydown", (event) => {
    if (event.key !== "Escape") return;
    event.preventDefault();
    event.stopPropagation();
    closeMore();
  });
  document.getElementById("more-cancel").addEventListener("click", closeMore);

  /** What a key or a button makes of what is said already: excused goes with late and absent, and comes off again. */
  const saying = (line, what) => {
    const said = line.dataset.text;
    if (what !== "excused") return what;
    const [head, ...rest] = said.split(": ");
    const because = rest.length ? `: ${rest.join(": ")}` : "";
    if (!head || head === "here") return "absent excused";
    return (head.endsWith(" excused") ? head.slice(0, -8) : `${head} excused`) + because;
  };
  const does = (line, what) => {
    if (what === "more") openMore(line);
    else enter(line, saying(line, what));
  };

  list.addEventListener("click", (event) => {
    const line = event.target.closest(".who");
    if (!line || more.contains(event.target)) return;
    const what = bar ? TAPPED[kind(line.dataset.text).slice(3)] : event.target.closest("[data-say]")?.dataset.say;
    go(line);
    if (what) does(line, what);
  });
  bar?.addEventListener("click", (event) => {
    const button = event.target.closest("[data-say]");
    if (!button) return;
    does(now, button.dataset.say);
    if (button.dataset.say !== "more") button.focus();
  });

  // Minutes typed behind “l” belong to it as long as they come quickly; a later digit begins anew.
  let typedAt = 0;
  list.addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || more.contains(event.target)) return;
    if (event.target.matches("button:not(.who)") && (event.key === "Enter" || event.key === " ")) return;
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      return go(above(event.key === "ArrowDown" ? 1 : -1));
    }
    if (bar && (event.key === "ArrowRight" || event.key === "ArrowLeft")) {
      event.preventDefault();
      return go(beside(event.key === "ArrowRight" ? 1 : -1));
    }
    if (/^\d$/.test(event.key) && now.dataset.text.startsWith("late")) {
      event.preventDefault();
      const quick = Date.now() - typedAt < QUICK_MINUTES;
      typedAt = Date.now();
      const [, before = "", rest = ""] = /^late ?(\d*)(.*)$/.exec(now.dataset.text);
      enter(now, `late ${Number((quick ? before : "") + event.key) % 1000}${rest}`);
      return;
    }
    const what = KEYS[event.key];
    if (what === undefined) return;
    event.preventDefault();
    // Enter goes on where something is said: nobody who was late is made present by it.
    if (event.key === "Enter" && now.dataset.text) return go(beside(1) ?? now);
    typedAt = event.key === "l" ? Date.now() : 0;
    const line = now;
    does(line, what);
    if (what === "here" || what === "absent") go(beside(1) ?? line);
  });
  document.addEventListener("keydown", (event) => {
    if (!(event.ctrlKey || event.metaKey) || event.target.matches("input")) return;
    const undoes = event.key === "z" && !event.shiftKey;
    if (!undoes && event.key !== "y" && event.key !== "Z") return;
    event.preventDefault();
    const step = undoes ? steps.back() : steps.forth();
    if (!step) return say(undoes ? "Nothing to undo." : "Nothing to redo.");
    if (step.some((it) => lineOf(it)?.dataset.text !== (undoes ? it.to : it.from)))
      return say("That was altered since. It is left as it is.");
    say("");
    steps.move(undoes ? -1 : 1);
    for (const it of step) it.id = put(lineOf(it), undoes ? it.from : it.to, undoes ? "undone" : "redone").id;
    go(lineOf(step[0]));
  });

  document.getElementById("all-here").addEventListener("click", () => {
    const left = lines.filter((line) => line.dataset.text === "");
    if (left.length) steps.push(left.map((line) => put(line, "here", "filled")));
    say(left.length === 1 ? "1 more is here." : `${left.length} more are here.`);
  });

  for (const line of lines) show(line, line.dataset.text);
  for (const item of queue.resume()) {
    const line = lineOf(item);
    if (line && !item.stopped) show(line, item.text);
  }
  now.tabIndex = 0;
  now.classList.add("is-now");
  if (matchMedia("(min-width: 1024px)").matches) tellAbout();
  if (matchMedia("(min-width: 720px)").matches) now.focus({ preventScroll: true });
};
