"use strict";
// Entries on their way from one page, and the line that tells about them: what waits, what only the teacher can decide,
// and signing in again in place when the session has ended. The sheet and the marking run both stand on this.
aestimo.entries = ({ base, query, key, place, onAnswer, onSignedIn = () => {} }) => {
  const saved = document.getElementById("saved");
  const conflicts = document.getElementById("conflicts");
  /** Asks as a script: told by a status, never sent to another page. */
  const ask = (method, path, body) => fetch(base + path, {
    method, headers: { "Content-Type": "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf]").content, "X-Aestimo": "entries" }, body: JSON.stringify(body),
  });
  const button = (words, work) => {
    const it = document.createElement("button");
    it.type = "button";
    it.className = "button is-small";
    it.textContent = words;
    it.addEventListener("click", work);
    return it;
  };

  // A page asked for while an entry was on its way may show what stood before; the tab remembers what was kept lately.
  const latelyKey = `aestimo.lately.${key}`;
  const lately = () => { try { return JSON.parse(sessionStorage.getItem(latelyKey) ?? "[]").filter((it) => it.at > Date.now() - 60000); } catch { return []; } };
  const remember = (list) => { try { sessionStorage.setItem(latelyKey, JSON.stringify(list.slice(-200))); } catch { /* then the page may be behind for once */ } };

  const answered = (answer, batch) => {
    remember([...lately(), ...answer.entries.filter((it) => it.kept).map(({ cell }) => ({ assessment: cell.assessment, student: cell.student, part: cell.part, version: cell.version, at: Date.now() }))]);
    onAnswer(answer, batch);
    if (answer.at) {
      document.getElementById("loose-ends").textContent = answer.looseEnds;
      saved.dataset.filled = answer.filled;
      saved.dataset.at = answer.at;
    }
    showStopped();
  };

  /** Those only the teacher can decide on. They stay in the browser until then. */
  const showStopped = () => {
    conflicts.replaceChildren();
    for (const item of queue.items.filter((it) => it.stopped)) {
      const there = place(item);
      const where = there?.words ?? "An entry outside this page";
      const typed = item.text || "blank";
      const notice = document.createElement("p");
      notice.className = "notice is-doubt";
      const words = document.createElement("span");
      const done = (takeTyped) => { queue.settle(item, takeTyped); showStopped(); };
      if (item.stopped === "conflict") {
        const stands = item.there.typed || "blank";
        words.textContent = `${where}: ${stands} was put there in another window meanwhile; you typed ${typed}.`;
        notice.append(words, button(`Keep ${stands}`, () => done(false)), button(`Put ${typed}`, () => { there?.dress(item.text); done(true); }));
      } else {
        words.textContent = `${where}: “${typed}” was not kept. ${item.why}`;
        there?.refuse();
        notice.append(words, button("Forget it", () => { done(false); location.reload(); }));
      }
      conflicts.append(notice);
    }
  };

  const state = (name, count) => {
    const marks = count === 1 ? "1 mark" : `${count} marks`;
    saved.className = { saved: "", sending: "", trying: "is-waiting", "signed-out": "is-stopped" }[name];
    if (name === "saved") {
      const filled = Number(saved.dataset.filled);
      saved.textContent = filled === 0 ? "● Nothing typed yet" : `● ${filled === 1 ? "1 mark" : `All ${filled} marks`} saved${saved.dataset.at ? ` · ${saved.dataset.at}` : ""}`;
    } else if (name === "sending") saved.textContent = `○ ${marks} on the way…`;
    else if (name === "trying") saved.textContent = `○ ${marks} not saved yet: no answer. Kept in this browser, tried again by itself.`;
    else {
      saved.textContent = `○ ${marks} kept in this browser: you were signed out.`;
      aestimo.signInAgain(signedIn);
    }
    if (!queue.stored && count > 0) saved.textContent = `○ ${marks} not saved yet, and this browser keeps nothing: leave the page open.`;
  };

  const signedIn = () => { queue.pause = 0; queue.flush(); onSignedIn(); };
  const queue = new aestimo.Queue({ prefix: `aestimo.entry.${key}.`, send: (items) => ask("PUT", `/entries?${query}`, items), onAnswer: answered, onState: state });
  window.addEventListener("online", () => { queue.pause = 0; queue.flush(); });
  window.addEventListener("beforeunload", (event) => { if (!queue.stored && queue.waiting().length) event.preventDefault(); });
  const behind = lately().some((it) => { const there = place(it); return there && there.version < it.version; });
  remember([]);
  if (behind) location.reload();
  // After the page has taken up what it needs of this.
  queueMicrotask(() => showStopped());
  return { queue, ask, button };
};

/** An element of a drawing. */
aestimo.svg = (name, attributes, ...children) => {
  const it = document.createElementNS("http://www.w3.org/2000/svg", name);
  for (const [key, value] of Object.entries(attributes)) it.setAttribute(key, value);
  it.append(...children);
  return it;
};

/**
 * Signing in again without leaving the page, when the session has ended: first by asking whether another tab has done so,
 * then by name and password. Only the same teacher can go on here. Whoever asks while it is open is told with the others.
 */
aestimo.signInAgain = (onDone) => {
  const waiting = aestimo.atTheDoor ??= new Set();
  waiting.add(onDone);
  if (waiting.size > 1) return;
  const form = document.createElement("form");
  const read = (text) => new DOMParser().parseFromString(text, "text/html");
  const token = (page) => page.querySelector("meta[name=csrf]")?.content;
  /** Whether the page is one of a signed-in teacher, the same as this one's; then its token is the one to use. */
  const enter = (page) => {
    const teacher = page.body.dataset.teacher;
    if (!teacher) return "That name or password is not right.";
    if (teacher !== document.body.dataset.teacher) return "That is another teacher’s account. Nothing of this page is sent to it; sign in with your own.";
    document.querySelector("meta[name=csrf]").content = token(page);
    // Forms of the page carry the token too.
    for (const field of document.querySelectorAll("input[name=_csrf]")) field.value = token(page);
    form.remove();
    const all = [...waiting];
    waiting.clear();
    for (const tell of all) tell();
    return "";
  };
  const build = () => {
    form.className = "notice is-doubt sign-in-again";
    const field = (words, name, type, complete) => {
      const label = document.createElement("label");
      const input = Object.assign(document.createElement("input"), { className: "input is-small", name, type, autocomplete: complete, required: true });
      label.append(`${words} `, input);
      return label;
    };
    const words = Object.assign(document.createElement("span"), { textContent: "You were signed out. Sign in here, and what you typed is saved." });
    const go = Object.assign(document.createElement("button"), { className: "button is-small is-dark", textContent: "Sign in" });
    form.append(words, field("Name", "name", "text", "username"), field("Password", "password", "password", "current-password"), go);
    // A place of its own: what the page says meanwhile must not wipe it away.
    document.getElementById("told").before(form);
    form.addEventListener("submit", async (event) => {
      event.preventDefault();
      go.disabled = true;
      try {
        const before = read(await (await fetch("/sign-in")).text());
        const answer = await fetch("/sign-in", { method: "POST", body: new URLSearchParams({ _csrf: token(before), signIn: form.elements.name.value, password: form.elements.password.value }) });
        const problem = /[?]wait/.test(answer.url) ? "Too many tries. Wait ten minutes, then sign in again." : enter(read(await answer.text()));
        if (problem) words.textContent = problem;
      } catch { words.textContent = "No answer. What you typed stays in this browser; try again in a moment."; }
      go.disabled = false;
    });
  };
  (async () => {
    try {
      const answer = await fetch("/account", { headers: { "X-Aestimo": "session" } });
      if (answer.ok && !enter(read(await answer.text()))) return;
    } catch { /* the form is the way then */ }
    build();
  })();
};
