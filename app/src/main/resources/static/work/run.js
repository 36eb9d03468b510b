// A marking run: one assessment down the class, or a student's assessments one after the other. Every line can be typed
// into; the one being marked stands large. Entries go into the same queue as those of the sheet.
import { fragment } from "./ask.js";
import { startEntries } from "./entries.js";
import { startRemarks } from "./remarks.js";
import { findRow } from "./sheet/find.js";
import { Steps } from "./steps.js";

export const start = (run) => {
  const teacher = document.body.dataset.teacher;
  const base = `/classes/${run.dataset.class}`;
  const query = run.dataset.query;
  const list = document.getElementById("run-lines");
  const lines = [...list.children];
  const find = document.getElementById("find");
  const pile = document.getElementById("pile");
  const pileKey = document.getElementById("pile-key");
  const only = document.getElementById("only");
  const thumbs = matchMedia("(max-width: 719px)");
  let now = null;
  /** Nothing was pressed yet where one has just come to: the first digit goes in place of what stands there. */
  let fresh = true;

  const inputs = (line) => [...line.querySelectorAll(".run-mark input")];
  const boxOf = (input) => input.closest(".run-box");
  const lineOf = (it) => it.closest(".run-line");
  const nameOf = (line) => line.querySelector(".run-name").textContent.trim();
  const heading = run.querySelector(".run-title h2").textContent.trim();
  const whereOf = (input) =>
    [nameOf(lineOf(input)), heading, boxOf(input).querySelector(".run-part").textContent.trim()]
      .filter((it) => it)
      .join(" · ");
  const ids = (box) => ({
    assessment: Number(box.dataset.a),
    student: Number(box.dataset.s),
    part: Number(box.dataset.p),
  });
  const inputOf = ({ assessment, student, part = 0 }) =>
    run.querySelector(`.run-box[data-a="${assessment}"][data-s="${student}"][data-p="${part}"] .run-mark input`);
  const stands = new WeakMap();
  for (const line of lines) for (const input of inputs(line)) stands.set(input, input.defaultValue);
  const isDone = (line) => inputs(line).every((input) => stands.get(input) !== "");

  // The one being marked.
  const go = (line, { input, focus = true } = {}) => {
    if (!line) return;
    fresh = true;
    if (now !== line) {
      now?.classList.remove("is-now");
      now?.removeAttribute("aria-current");
      now = line;
      line.classList.add("is-now");
      line.setAttribute("aria-current", "step");
    }
    const into = input ?? inputs(line).find((it) => stands.get(it) === "") ?? inputs(line)[0];
    if (focus) {
      into.focus({ preventScroll: true });
      into.select();
    }
    const box = list.getBoundingClientRect();
    const own = line.getBoundingClientRect();
    if (own.top < box.top + 80 || own.bottom > box.bottom - 80)
      list.scrollTop += own.top - box.top - (box.height - own.height) / 3;
  };
  const shown = (line) => line && (!only.checked || !line.classList.contains("was-done"));
  const beside = (line, by) => {
    let next = lines.indexOf(line) + by;
    while (lines[next] && !shown(lines[next])) next += by;
    return lines[next];
  };
  const next = () => {
    const all = inputs(now);
    const input = all[all.indexOf(document.activeElement) + 1];
    if (input && all.includes(document.activeElement)) {
      input.focus();
      input.select();
    } else if (pile?.checked && find) find.focus();
    else go(beside(now, 1) ?? now);
  };

  // Keeping.
  const steps = new Steps(`aestimo.steps.${teacher}.${run.dataset.class}`);
  const dress = (input, text) => {
    input.value = text;
    input.className = "input figure is-sending";
    boxOf(input).querySelector(".run-reason").textContent = "";
  };
  const put = (input, text, how) => {
    const from = stands.get(input);
    stands.set(input, text);
    dress(input, text);
    const id = queue.put(...Object.values(ids(boxOf(input))), Number(input.dataset.v), text, how, whereOf(input));
    return { id, ...ids(boxOf(input)), from, to: text };
  };
  const commit = (input) => {
    const text = input.value.trim();
    if (text !== stands.get(input).trim()) steps.push([put(input, text, "typed")]);
  };
  const undress = (input, view) => {
    input.value = view.typed;
    stands.set(input, view.typed);
    input.className = `input figure is-${view.kind}`;
    input.dataset.v = view.version;
    boxOf(input).querySelector(".run-reason").textContent = view.reason;
    lineOf(input).classList.toggle("is-done", isDone(lineOf(input)));
  };
  const answered = (answer) => {
    for (const kept of answer.entries) {
      if (kept.kept) steps.understood(kept.id, kept.cell.typed);
      const input = inputOf(kept.cell);
      if (!input) continue;
      input.dataset.v = kept.cell.version;
      const later = queue.items.some((it) => !it.stopped && inputOf(it) === input);
      if (!later && (document.activeElement !== input || input.value.trim() === stands.get(input).trim()))
        undress(input, kept.cell);
    }
    for (const figures of answer.rows) {
      const line =
        run.dataset.along === "true" ? null : lineOf(run.querySelector(`.run-box[data-s="${figures.student}"]`) ?? run);
      const facts = line?.querySelector(".run-facts");
      if (facts && figures.result)
        facts.textContent = facts.textContent.replace(
          /^(so far [^·]*|no result yet)/,
          `so far ${`${figures.result} ${figures.grade}`.trim()}${facts.textContent.includes(" · ") ? " " : ""}`,
        );
    }
    if (answer.at) look();
  };
  // The count, and the spread that grows: the newest answer stands.
  let asked = 0;
  const look = async () => {
    const own = ++asked;
    try {
      const text = await fragment(`${base}/run/beside?${query}&${run.dataset.run}`, {
        headers: { "X-Aestimo": "run" },
      });
      if (own !== asked) return;
      const page = new DOMParser().parseFromString(text, "text/html");
      for (const it of page.querySelectorAll("[data-into]"))
        document.getElementById(it.dataset.into).replaceChildren(...it.childNodes);
    } catch {
      /* no connection: the saved line tells of that */
    }
  };
  const { queue, ask } = startEntries({
    base,
    query,
    key: `${teacher}.${run.dataset.class}`,
    place: (item) => {
      const input = inputOf(item);
      const reason = (why) => {
        boxOf(input).querySelector(".run-reason").textContent = why;
      };
      const show = (text) => {
        stands.set(input, text);
        dress(input, text);
      };
      return (
        input && {
          words: whereOf(input),
          version: Number(input.dataset.v),
          dress: show,
          waits: reason,
          refuse: (why) => {
            if (document.activeElement !== input) show(item.text);
            input.classList.add("is-doubt");
            reason(why);
          },
        }
      );
    },
    onAnswer: answered,
    onSignedIn: look,
  });
  const replay = (step, how) => {
    const say = (words) => {
      document.getElementById("told").textContent = words;
    };
    if (!step) return say(how === "undone" ? "Nothing to undo." : "Nothing to redo.");
    const all = step.map((it) => ({ it, input: inputOf(it) }));
    if (all.some(({ it, input }) => !input || stands.get(input) !== (how === "undone" ? it.to : it.from)))
      return say("That step lies outside this run, or was altered since. It is left as it is; the sheet may undo it.");
    say("");
    steps.move(how === "undone" ? -1 : 1);
    for (const { it, input } of all) it.id = put(input, how === "undone" ? it.from : it.to, how).id;
    go(lineOf(all[0].input), { input: all[0].input });
  };

  const writeNote = (box) => {
    const area = box.querySelector("textarea");
    area.focus();
    area.setSelectionRange(area.value.length, area.value.length);
  };
  /** In a note Enter goes on, as in a mark; Shift and Enter begin a new line. */
  const noteKeys = (event) => {
    if (
      event.isComposing ||
      !event.target.matches("textarea") ||
      !(event.key === "Escape" || (event.key === "Enter" && !event.shiftKey))
    )
      return;
    event.preventDefault();
    const line = lineOf(event.target);
    event.target.blur();
    if (event.key === "Escape") go(line);
    else if (pile?.checked && find) find.focus();
    else go(beside(line, 1) ?? line);
  };

  // Keys, clicks and thumbs.
  run.addEventListener("focusin", (event) => {
    const line = event.target.closest(".run-line");
    if (line && line !== now) go(line, { focus: false });
  });
  list.addEventListener("click", (event) => {
    const line = event.target.closest(".run-line");
    if (line && (line !== now || !event.target.closest("input, textarea, button")))
      go(line, { input: event.target.closest(".run-mark input") ?? undefined });
  });
  list.addEventListener("focusout", (event) => {
    if (event.target.matches(".run-mark input")) commit(event.target);
  });
  list.addEventListener("keydown", (event) => {
    if (event.isComposing || !event.target.matches(".run-mark input")) {
      noteKeys(event);
      return;
    }
    const line = lineOf(event.target);
    const all = inputs(line);
    const own = all.indexOf(event.target);
    const typing = event.target.value.trim() !== stands.get(event.target).trim();
    if (event.key === "Enter") {
      commit(event.target);
      if (event.shiftKey) go(beside(line, -1));
      else next();
    } else if (event.key === "ArrowDown") {
      commit(event.target);
      if (all[own + 1]) go(line, { input: all[own + 1] });
      else go(beside(line, 1));
    } else if (event.key === "ArrowUp") {
      commit(event.target);
      if (all[own - 1]) go(line, { input: all[own - 1] });
      else go(beside(line, -1));
    } else if (event.key === "Escape") {
      event.target.value = stands.get(event.target);
      event.target.select();
    } else if (event.key === ";") {
      commit(event.target);
      writeNote(boxOf(event.target));
    } else if (event.key === "/" && find && !typing) find.focus();
    else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !typing) {
      if (event.shiftKey) replay(steps.forth(), "redone");
      else replay(steps.back(), "undone");
    } else return;
    event.preventDefault();
  });
  list.addEventListener("mousedown", (event) => {
    if (event.target.closest(".run-quick button")) event.preventDefault();
  });
  list.addEventListener("click", (event) => {
    const key = event.target.closest(".run-quick button");
    if (!key) return;
    const all = inputs(lineOf(key));
    const input = all.includes(document.activeElement)
      ? document.activeElement
      : (all.find((it) => stands.get(it) === "") ?? all[0]);
    if (key.dataset.put) {
      input.value = key.dataset.put;
      input.focus();
      commit(input);
      next();
      return;
    }
    const signs = new Set(input.value.match(/ [lf]\b/g)?.map((it) => it.trim()) ?? []);
    signs[signs.has(key.dataset.sign) ? "delete" : "add"](key.dataset.sign);
    input.value = [input.value.replace(/ [lf]\b/g, "").trim(), ...signs].join(" ").trim();
    input.focus();
    commit(input);
  });
  const into = () => (now && inputs(now).includes(document.activeElement) ? document.activeElement : inputs(now)[0]);
  for (const key of run.querySelectorAll(".run-keys button")) {
    key.addEventListener("mousedown", (event) => event.preventDefault());
    key.addEventListener("click", () => {
      const input = into();
      if (key.dataset.go === "1") {
        commit(input);
        input.focus();
        next();
      } else if (key.dataset.go) {
        commit(input);
        go(beside(now, -1));
      } else if (key === pileKey) {
        pile.checked = !pile.checked;
        pile.dispatchEvent(new Event("change"));
      } else {
        const whole = fresh || (input.selectionStart === 0 && input.selectionEnd === input.value.length);
        input.value =
          key.dataset.digit === ""
            ? whole
              ? ""
              : input.value.slice(0, -1)
            : (whole ? "" : input.value) + key.dataset.digit;
        input.focus();
        input.setSelectionRange(input.value.length, input.value.length);
        fresh = false;
      }
    });
  }
  // Thumbs have their own keys: the machine's would cover the half of the page.
  const keys = () => {
    for (const line of lines) for (const input of inputs(line)) input.inputMode = thumbs.matches ? "none" : "decimal";
  };
  thumbs.addEventListener("change", keys);
  keys();

  // Finding, and scripts in no order.
  const found = (text) =>
    lines[
      findRow(
        lines.map((line) => ({ number: line.dataset.n, name: nameOf(line) })),
        text,
      )
    ];
  find?.addEventListener("input", () => {
    const line = found(find.value);
    find.classList.toggle("is-danger", !line && find.value.trim() !== "");
    if (line) go(line, { focus: false });
  });
  find?.addEventListener("keydown", (event) => {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    const line = found(find.value);
    if (event.key === "Enter" && !line) return;
    find.value = "";
    find.classList.remove("is-danger");
    go(line || now);
  });
  pile?.addEventListener("change", () => {
    pileKey.setAttribute("aria-pressed", String(pile.checked));
    find.closest(".find").classList.toggle("is-open", pile.checked);
    if (pile.checked) find.focus();
    else go(now);
  });

  // Only the unmarked: those marked since stay in sight, so that what was just done can be seen.
  const narrow = () => {
    list.classList.toggle("is-only", only.checked);
    for (const line of lines) line.classList.toggle("was-done", only.checked && isDone(line));
    const address = new URL(location.href);
    if (only.checked) address.searchParams.set("only", "");
    else address.searchParams.delete("only");
    history.replaceState(null, "", address);
    for (const link of run.querySelectorAll(".run-head > a[href*='/run?']")) {
      const to = new URL(link.href);
      if (only.checked) to.searchParams.set("only", "");
      else to.searchParams.delete("only");
      link.href = to;
    }
  };
  only.addEventListener("change", () => {
    narrow();
    if (!shown(now)) go(lines.find((line) => shown(line)) ?? now);
    else go(now);
  });
  narrow();

  const remarks = startRemarks({
    view: list,
    ask,
    key: `aestimo.remark.${teacher}.${run.dataset.class}.`,
    onKept: () => {},
    boxes: () => list.querySelectorAll(".run-note"),
  });
  remarks.take();
  for (const item of queue.resume()) {
    const input = inputOf(item);
    if (input && !item.stopped) {
      stands.set(input, item.text);
      dress(input, item.text);
    }
  }
  // What was typed before this script was there.
  for (const line of lines)
    for (const input of inputs(line))
      if (input !== document.activeElement && !queue.items.some((it) => inputOf(it) === input)) commit(input);
  window.addEventListener("pagehide", () => {
    if (document.activeElement?.matches?.(".run-mark input")) commit(document.activeElement);
  });
  go(lines.find((line) => shown(line) && !isDone(line)) ?? lines[0], { focus: !thumbs.matches });
  window.takeEarlyKeys();
};
