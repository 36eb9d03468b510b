// What is typed in a marking run goes into the same queue as what is typed on the sheet; answers are shown in its lines.
import { newest } from "../ask.js";
import { startEntries } from "../entries.js";
import { Steps } from "../steps.js";

export const startSaving = (run, lines) => {
  const { stands } = lines;
  const base = `/classes/${run.dataset.class}`;
  const query = run.dataset.query;
  const key = `${document.body.dataset.teacher}.${run.dataset.class}`;
  const steps = new Steps(`aestimo.steps.${key}`);

  const reason = (input, why) => {
    lines.boxOf(input).querySelector(".run-reason").textContent = why;
  };
  const dress = (input, text) => {
    input.value = text;
    input.className = "input figure is-sending";
    reason(input, "");
  };
  const show = (input, text) => {
    stands.set(input, text);
    dress(input, text);
  };
  const put = (input, text, how) => {
    const from = stands.get(input);
    show(input, text);
    const ids = lines.ids(input);
    const id = queue.put(...Object.values(ids), Number(input.dataset.v), text, how, lines.whereOf(input));
    return { id, ...ids, from, to: text };
  };
  const commit = (input) => {
    if (lines.isAltered(input)) steps.push([put(input, input.value.trim(), "typed")]);
  };
  const undress = (input, view) => {
    const line = lines.lineOf(input);
    input.value = view.typed;
    stands.set(input, view.typed);
    input.className = `input figure is-${view.kind}`;
    input.dataset.v = view.version;
    reason(input, view.reason);
    line.classList.toggle("is-done", lines.isDone(line));
  };

  /** The facts beside a name, down a class: the result so far follows what was typed. */
  const showResult = (figures) => {
    const box = run.dataset.along === "true" ? null : run.querySelector(`.run-box[data-s="${figures.student}"]`);
    const facts = box && lines.lineOf(box).querySelector(".run-facts");
    if (facts && figures.result)
      facts.textContent = facts.textContent.replace(
        /^(so far [^·]*|no result yet)/,
        `so far ${`${figures.result} ${figures.grade}`.trim()}${facts.textContent.includes(" · ") ? " " : ""}`,
      );
  };
  const answered = (answer) => {
    for (const kept of answer.entries) {
      if (kept.kept) steps.understood(kept.id, kept.cell.typed);
      const input = lines.inputOf(kept.cell);
      if (!input) continue;
      input.dataset.v = kept.cell.version;
      const later = queue.items.some((it) => !it.stopped && lines.inputOf(it) === input);
      if (!later && (document.activeElement !== input || !lines.isAltered(input))) undress(input, kept.cell);
    }
    for (const figures of answer.rows) showResult(figures);
    if (answer.at) look();
  };

  // The count, and the spread that grows: the newest answer stands.
  const newestOf = newest();
  const look = async () => {
    try {
      const text = await newestOf(`${base}/run/beside?${query}&${run.dataset.run}`, {
        headers: { "X-Aestimo": "run" },
      });
      if (text === null) return;
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
    key,
    place: (item) => {
      const input = lines.inputOf(item);
      return (
        input && {
          words: lines.whereOf(input),
          version: Number(input.dataset.v),
          dress: (text) => show(input, text),
          waits: (why) => reason(input, why),
          refuse: (why) => {
            if (document.activeElement !== input) show(input, item.text);
            input.classList.add("is-doubt");
            reason(input, why);
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
    const undoes = how === "undone";
    if (!step) return say(undoes ? "Nothing to undo." : "Nothing to redo.");
    const all = step.map((it) => ({ it, input: lines.inputOf(it) }));
    if (all.some(({ it, input }) => !input || stands.get(input) !== (undoes ? it.to : it.from)))
      return say("That step is outside this run, or was changed since. Nothing was undone; try it on the sheet.");
    say("");
    steps.move(undoes ? -1 : 1);
    for (const { it, input } of all) it.id = put(input, undoes ? it.from : it.to, how).id;
    lines.go(lines.lineOf(all[0].input), { input: all[0].input });
  };

  return {
    ask,
    commit,
    undo: () => replay(steps.back(), "undone"),
    redo: () => replay(steps.forth(), "redone"),
    /** What an earlier page left to be sent is shown; then what was typed before this script was there is saved. */
    resume() {
      for (const item of queue.resume()) {
        const input = lines.inputOf(item);
        if (input && !item.stopped) show(input, item.text);
      }
      for (const line of lines.all)
        for (const input of lines.inputs(line))
          if (input !== document.activeElement && !queue.items.some((it) => lines.inputOf(it) === input)) commit(input);
      window.addEventListener("pagehide", () => {
        if (document.activeElement?.matches?.(".run-mark input")) commit(document.activeElement);
      });
    },
  };
};
