// Notes and memos of entries. What is typed stands in the browser's storage until the server has kept it, and is sent
// again with growing pauses until then, wherever the page has gone on to meanwhile. A box holds both fields of one
// entry; the sheet's margin has one at a time, the marking run one in each line.
import { Answer } from "./answer.js";
import { button } from "./elements.js";
import { signInAgain } from "./session.js";

export class Remarks {
  static LONGEST_PAUSE = 60;

  /**
   * prefix: of the keys in storage; send(remark): a promise of an Answer; onKept(remark, noted), onState(remark): told
   * when one is kept, and whenever what there is to say of one changed.
   */
  constructor({
    prefix,
    send,
    onKept = () => {},
    onState = () => {},
    onSignedOut = () => {},
    store = () => localStorage,
    after = (work, seconds) => setTimeout(work, seconds * 1000),
    cancel = clearTimeout.bind(window),
    now = () => performance.now(),
  }) {
    Object.assign(this, { prefix, send, onKept, onState, onSignedOut, store, after, cancel, now });
    this.all = new Map();
  }

  keyOf({ assessment, student, part }) {
    return `${assessment}.${student}.${part}`;
  }

  /**
   * The remark of a cell. One already known goes on from what was typed last. there: what the server said of it when it was
   * asked, at `asked` by this page's clock; said before the last of this page's own words were kept, it is out of date.
   */
  of(cell, there, asked = this.now()) {
    const key = this.keyOf(cell);
    let remark = this.all.get(key);
    if (!remark) {
      remark = { ...cell, was: { ...there }, now: { ...there }, state: "", why: "", pause: 0 };
      this.all.set(key, remark);
      const draft = this.draft(key);
      if (draft)
        Object.assign(remark, {
          now: { note: draft.note, memo: draft.memo },
          was: draft.was ?? remark.was,
          sent: draft.sent,
        });
    } else if (!this.isOpen(remark) && !(remark.kept >= asked)) Object.assign(remark, { was: { ...there }, now: { ...there } });
    return remark;
  }

  /** What this page itself kept of a cell last, or undefined. */
  keptOf(cell) {
    const remark = this.all.get(this.keyOf(cell));
    return remark?.kept === undefined ? undefined : remark.was;
  }

  draft(key) {
    try {
      return JSON.parse(this.store().getItem(this.prefix + key) ?? "null");
    } catch {
      return null;
    }
  }

  /** Whether something is typed that is not kept. */
  isOpen(remark) {
    return remark.now.note !== remark.was.note || remark.now.memo !== remark.was.memo || Boolean(remark.sent);
  }

  open() {
    return [...this.all.values()].filter((it) => this.isOpen(it));
  }

  /** Sends what an earlier page left behind. */
  resume() {
    const keys = [];
    try {
      const store = this.store();
      for (let i = 0; i < store.length; i++)
        if (store.key(i).startsWith(this.prefix)) keys.push(store.key(i).slice(this.prefix.length));
    } catch {
      return;
    }
    for (const key of keys) {
      const draft = this.draft(key);
      const [assessment, student, part] = key.split(".").map(Number);
      // Without what stood there it waits for its box, which knows.
      if (draft?.was) this.save(this.of({ assessment, student, part }, draft.was));
    }
  }

  type(remark, now) {
    remark.now = { ...now };
    if (remark.state !== "sent") this.say(remark, "");
    this.write(remark);
  }

  write(remark) {
    const key = this.prefix + this.keyOf(remark);
    try {
      if (this.isOpen(remark))
        this.store().setItem(key, JSON.stringify({ ...remark.now, was: remark.was, sent: remark.sent }));
      else this.store().removeItem(key);
    } catch {
      /* then it lasts as long as the page */
    }
  }

  say(remark, state, why = "") {
    Object.assign(remark, { state, why });
    this.onState(remark);
  }

  async save(remark) {
    if (remark.state === "sent") {
      remark.more = true;
      return;
    }
    this.cancel(remark.timer);
    if (!this.isOpen(remark)) {
      this.write(remark);
      return;
    }
    // What was sent and has no answer goes once more as it was: it may be there already.
    const sent = remark.sent ?? { ...remark.now };
    remark.sent = sent;
    this.write(remark);
    this.say(remark, "sent");
    let answer;
    try {
      answer = await this.send({
        assessment: remark.assessment,
        student: remark.student,
        part: remark.part,
        wasNote: remark.was.note,
        wasMemo: remark.was.memo,
        ...sent,
      });
    } catch (broken) {
      answer = new Answer("again", `the page had an error: ${broken.message}`);
    }
    const more = remark.more || sent.note !== remark.now.note || sent.memo !== remark.now.memo;
    remark.more = false;
    if (answer.isDone) {
      delete remark.sent;
      remark.was = sent;
      remark.kept = this.now();
      remark.pause = 0;
      this.say(remark, "saved");
      this.write(remark);
      this.onKept(remark, sent);
      if (more && this.isOpen(remark)) this.save(remark);
    } else if (answer.state === "refused") {
      delete remark.sent;
      remark.there = answer.data?.there;
      this.write(remark);
      this.say(remark, "refused", answer.why);
    } else if (answer.state === "signed-out") {
      this.say(remark, "waiting", answer.why);
      this.onSignedOut(() => this.save(remark));
    } else {
      this.say(remark, "waiting", answer.why);
      remark.pause = Math.min(Remarks.LONGEST_PAUSE, remark.pause * 2 || 1);
      remark.timer = this.after(() => this.save(remark), remark.pause);
    }
  }

  /** Something else stands there: the teacher's own words go over it, or are given up for it. */
  decide(remark, own) {
    remark.was = remark.there;
    if (!own) remark.now = { ...remark.there };
    delete remark.there;
    this.write(remark);
    this.say(remark, "");
    return this.save(remark);
  }

  /** At once, whatever pause there was. */
  again() {
    for (const remark of this.open()) {
      remark.pause = 0;
      if (remark.state !== "refused") this.save(remark);
    }
  }
}

/** The boxes of a page: what is typed into them is saved. boxes(): those shown now. */
export const startRemarks = ({ view, ask, key, onKept, boxes = () => view.querySelectorAll(".remarks") }) => {
  const fields = (box) => [box.querySelector("[name=note]"), box.querySelector("[name=memo]")];
  const cellOf = (box) => ({
    assessment: Number(box.dataset.a),
    student: Number(box.dataset.s),
    part: Number(box.dataset.p),
  });
  const count = (area) => {
    const left = area.closest("label").querySelector("[data-left]");
    if (left && area.maxLength > 0) left.textContent = area.value ? `${area.maxLength - area.value.length} left` : "";
  };
  const words = {
    "": () => "",
    sent: () => "on the way…",
    saved: () => "saved",
    refused: (why) => `Not saved: ${why}. What you typed is still here.`,
    waiting: (why) => `Not saved yet: ${why}. It stays in this browser and is sent again by itself.`,
  };
  const held = new WeakMap();
  const fill = (box, remark) => {
    const [note, memo] = fields(box);
    note.value = remark.now.note;
    memo.value = remark.now.memo;
    count(note);
    count(memo);
  };
  const tell = (box, remark) => {
    const said = box.querySelector("[data-said]");
    said.textContent = words[remark.state](remark.why);
    if (!remark.there) return;
    const decide = (own) => {
      remarks.decide(remark, own);
      fill(box, remark);
    };
    said.append(
      " ",
      button("Save mine", () => decide(true)),
      " ",
      button("Take the other", () => decide(false)),
    );
  };
  const remarks = new Remarks({
    prefix: key,
    onKept,
    onSignedOut: signInAgain,
    send: (remark) => ask("PUT", "/entries/remarks", remark, (data) => data.kept === true),
    onState: (remark) => {
      for (const box of boxes()) if (held.get(box) === remark) tell(box, remark);
      // The line that says whether all is saved speaks of these too, whichever cell is shown.
      document.body.dataset.notesOpen = remarks.open().length;
      document.dispatchEvent(new Event("notes-open"));
    },
  });
  /** Called whenever other entries are shown; asked: when the server was asked for them. */
  const take = (asked) => {
    for (const box of boxes()) {
      if (held.has(box)) continue;
      const [note, memo] = fields(box);
      const remark = remarks.of(cellOf(box), { note: note.defaultValue, memo: memo.defaultValue }, asked);
      held.set(box, remark);
      // Typed before this script was there.
      if (note.value !== note.defaultValue || memo.value !== memo.defaultValue)
        remarks.type(remark, { note: note.value, memo: memo.value });
      fill(box, remark);
      tell(box, remark);
      if (remarks.isOpen(remark) && remark.state !== "refused") remarks.save(remark);
    }
  };
  const boxOf = (target) => {
    const box = target.closest(".remarks");
    return box && held.has(box) ? box : null;
  };
  view.addEventListener("input", (event) => {
    const box = boxOf(event.target);
    if (!box) return;
    count(event.target);
    const [note, memo] = fields(box);
    remarks.type(held.get(box), { note: note.value, memo: memo.value });
  });
  const save = (event) => {
    const box = boxOf(event.target);
    if (box) remarks.save(held.get(box));
  };
  view.addEventListener("change", save);
  view.addEventListener("focusout", save);
  window.addEventListener("online", () => remarks.again());
  document.addEventListener("line-is-back", () => remarks.again());
  window.addEventListener("pagehide", () => remarks.again());
  remarks.resume();
  return { take, keptOf: (cell) => remarks.keptOf(cell) };
};
