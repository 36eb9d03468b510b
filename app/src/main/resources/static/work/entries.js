// Entries on their way from one page, and the line that tells about them: what waits and why, and what only the teacher
// can decide. The sheet and the marking run both stand on this.
import { ask as askServer } from "./ask.js";
import { button } from "./elements.js";
import { Queue } from "./queue.js";
import { signInAgain } from "./session.js";

export const startEntries = ({
  base,
  query,
  key,
  place,
  onAnswer,
  onSignedIn = () => {},
  one = "mark",
  many = "marks",
}) => {
  const MOST_LISTED = 40;
  const saved = document.getElementById("saved");
  const conflicts = document.getElementById("conflicts");
  const ask = (method, path, body, fits) => askServer(method, base + path, body, { fits });

  // A page asked for while an entry was on its way may show what stood before; the tab remembers what was kept lately.
  const latelyKey = `aestimo.lately.${key}`;
  const lately = () => {
    try {
      return JSON.parse(sessionStorage.getItem(latelyKey) ?? "[]").filter((it) => it.at > Date.now() - 60000);
    } catch {
      return [];
    }
  };
  const remember = (list) => {
    try {
      sessionStorage.setItem(latelyKey, JSON.stringify(list.slice(-200)));
    } catch {
      /* then the page may be behind for once */
    }
  };

  const answered = (answer, batch) => {
    remember([
      ...lately(),
      ...answer.entries
        .filter((it) => it.kept)
        .map(({ cell }) => ({
          assessment: cell.assessment,
          student: cell.student,
          part: cell.part,
          version: cell.version,
          at: Date.now(),
        })),
    ]);
    onAnswer(answer, batch);
    if (answer.at) {
      // Not told where what was saved can have altered none.
      if (answer.looseEnds !== null) document.getElementById("loose-ends").textContent = answer.looseEnds;
      saved.dataset.filled = answer.filled;
      saved.dataset.at = answer.at;
    }
  };

  const whereOf = (item) => place(item)?.words || item.where || "An entry outside this page";
  const typedIn = (item) => item.text || "blank";
  const lines = (items) => items.map((item) => `${whereOf(item)}\t${item.text}`).join("\n");
  const copy = (items) =>
    button("Copy", async (event) => {
      try {
        await navigator.clipboard.writeText(lines(items));
        event.target.textContent = "Copied";
      } catch {
        event.target.textContent = "This browser does not let a page copy";
      }
    });
  const notice = (css, words, ...buttons) => {
    const it = document.createElement("p");
    it.className = `notice ${css}`;
    const text = document.createElement("span");
    text.textContent = words;
    it.append(text, ...buttons);
    return it;
  };
  /** Sent once more as if typed now; what the cell shows goes with it. */
  const again = (item) => {
    place(item)?.dress(item.text);
    queue.settle(item, true);
  };
  /** Deleted from this browser; the cell shows once more what is saved. */
  const forget = (item) => {
    queue.settle(item, false);
    if (place(item)) location.reload();
  };

  /** One that only the teacher can decide on. It stays in the browser until then. */
  const stopped = (item) => {
    const where = whereOf(item);
    if (item.stopped === "conflict") {
      const there = item.there.typed || "blank";
      return notice(
        "is-doubt",
        `${where}: ${there} was entered in another window meanwhile; you typed ${typedIn(item)}.`,
        button(`Leave ${there}`, () => queue.settle(item, false)),
        button(`Put ${typedIn(item)}`, () => again(item)),
      );
    }
    place(item)?.refuse(`Not saved: ${item.why}.`);
    return notice(
      "is-doubt",
      `${where}: “${typedIn(item)}” is not saved: ${item.why}.`,
      button("Send again", () => again(item)),
      copy([item]),
      button("Delete", () => forget(item)),
    );
  };
  const list = document.createElement("details");
  list.className = "notice is-near not-saved";
  const items = document.createElement("ul");
  const summary = document.createElement("summary");
  list.append(summary, items);
  /** Those that wait after a try that failed: where, and why, for whoever wants to see. */
  const showWaiting = (waiting, why) => {
    summary.textContent =
      waiting.length === 1
        ? `1 ${one} is not saved yet: ${why}.`
        : `${waiting.length} ${many} are not saved yet: ${why}.`;
    const all = document.createElement("li");
    all.append(
      "They are sent again by themselves. ",
      button("Send now", () => queue.again()),
      copy(waiting),
    );
    for (const item of waiting) place(item)?.waits?.(`Not saved yet: ${why}.`);
    const rest = document.createElement("li");
    if (waiting.length > MOST_LISTED)
      rest.textContent = `and ${waiting.length - MOST_LISTED} more; Copy takes all of them.`;
    items.replaceChildren(
      all,
      ...waiting.slice(0, MOST_LISTED).map((item) => {
        const line = document.createElement("li");
        const words = document.createElement("span");
        words.textContent = `${whereOf(item)}: ${typedIn(item)}`;
        line.append(
          words,
          " ",
          button("Delete", () => forget(item)),
        );
        return line;
      }),
      rest,
    );
  };

  const wait = { saved: "", sending: "", trying: "is-waiting", "signed-out": "is-stopped", stopped: "is-stopped" };
  const words = ({ name, count, waiting, why }) => {
    const marks = (n) => (n === 1 ? `1 ${one}` : `${n} ${many}`);
    if (name === "saved") {
      const filled = Number(saved.dataset.filled);
      if (filled === 0) return "● Nothing typed yet";
      return `● ${filled === 1 ? `1 ${one}` : `All ${filled} ${many}`} saved${saved.dataset.at ? ` · ${saved.dataset.at}` : ""}`;
    }
    if (!queue.stored) return `○ ${marks(count)} not saved yet, and this browser cannot save them: leave the page open.`;
    const more = count > waiting ? ` ${marks(count - waiting)} not saved: see above.` : "";
    if (name === "sending") return `○ ${marks(waiting)} on the way…${more}`;
    if (name === "trying")
      return `○ ${marks(waiting)} not saved yet: ${why}. Saved in this browser and tried again by itself.${more}`;
    if (name === "signed-out") return `○ ${marks(waiting)} saved in this browser: ${why}.${more}`;
    return `○ ${marks(count)} not saved: see above.`;
  };
  /** Notes and memos on their way, or refused: their own box tells why. */
  const notes = () => {
    const open = Number(document.body.dataset.notesOpen ?? 0);
    return open === 0 ? "" : open === 1 ? " ○ 1 note is not saved yet." : ` ○ ${open} notes are not saved yet.`;
  };
  let last;
  const tellSaved = () => {
    saved.className = last.name === "saved" && notes() ? "is-waiting" : wait[last.name];
    saved.textContent =
      words(last) + notes() + (last.behind ? " This page could not show the latest answer: load it again." : "");
  };
  document.addEventListener("notes-open", () => {
    if (last) tellSaved();
  });
  const state = (now) => {
    // What waits for an answer elsewhere on the page need not wait any longer.
    if (last?.name === "trying" && (now.name === "saved" || now.name === "stopped"))
      document.dispatchEvent(new Event("line-is-back"));
    last = now;
    tellSaved();
    const waits = now.name === "trying" || now.name === "signed-out" ? queue.waiting() : [];
    const all = queue.items.filter((it) => it.stopped).map(stopped);
    if (waits.length) showWaiting(waits, now.why);
    conflicts.replaceChildren(...all, ...(waits.length ? [list] : []));
    if (now.name === "signed-out") signInAgain(signedIn);
  };

  const signedIn = () => {
    queue.again();
    onSignedIn();
  };
  const queue = new Queue({
    prefix: `aestimo.entry.${key}.`,
    onAnswer: answered,
    onState: state,
    send: (batch) =>
      ask("PUT", `/entries?${query}`, batch, (data) =>
        ["entries", "rows", "grounds", "foot"].every((it) => Array.isArray(data[it])),
      ),
  });
  window.addEventListener("online", () => queue.again());
  window.addEventListener("beforeunload", (event) => {
    if (!queue.stored && queue.items.length) event.preventDefault();
  });
  const behind = lately().some((it) => {
    const there = place(it);
    return there && there.version < it.version;
  });
  remember([]);
  if (behind) location.reload();
  return { queue, ask };
};
