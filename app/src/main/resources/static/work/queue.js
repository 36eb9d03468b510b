// Typed entries on their way to the server. Each is written into the browser's storage before it is sent, goes out with
// an id of its own until it is answered, and leaves the storage only then. Nothing here decides what an entry means.
//
// An item is waiting; out, while it is on the way; stopped, where only the teacher can decide ("conflict", "refused").
// It is saved once an answer says so, and then it is no item any more. "saved" is told only when there is none left.
import { Answer } from "./answer.js";

export class Queue {
  static MOST = 100;
  static MOST_OVER = 50;
  static LONGEST_PAUSE = 8;

  /**
   * prefix: of the keys in storage, one for each teacher and class; send(items): a promise of an Answer whose data has
   * entries; onAnswer(answer, items): shows what was answered; onState(state): told whenever something changed, with
   * name ("saved", "sending", "trying", "signed-out", "stopped"), count of what is not saved, why, and whether the page
   * could not show an answer (behind).
   */
  constructor({
    prefix,
    send,
    onAnswer,
    onState,
    store = () => localStorage,
    now = () => Date.now(),
    after = (work, seconds) => setTimeout(work, seconds * 1000),
    cancel = clearTimeout.bind(window),
  }) {
    Object.assign(this, { prefix, send, onAnswer, onState, store, now, after, cancel });
    this.items = [];
    this.sending = false;
    this.pause = 0;
    this.most = Queue.MOST;
    this.why = "";
    this.stored = true;
    this.behind = false;
    this.signedOut = false;
  }

  /** Takes up what an earlier page left behind, oldest first. */
  resume() {
    try {
      const store = this.store();
      for (let i = 0; i < store.length; i++) {
        const key = store.key(i);
        if (key.startsWith(this.prefix)) this.items.push(JSON.parse(store.getItem(key)));
      }
    } catch {
      this.stored = false;
    }
    this.items.sort((a, b) => a.at - b.at);
    this.flush();
    return this.items;
  }

  /** where: what the cell is called, for telling of it also where the page no longer shows it. */
  put(assessment, student, part, base, text, how = "typed", where = "") {
    const over = [];
    for (const it of this.items.filter((own) => this.isSame(own, { assessment, student, part }))) {
      // One that was sent may have been applied though its answer was lost: the server is told what this follows.
      if (!it.stopped) {
        over.push(...(it.over ?? []), ...(it.sent || it.out ? [it.id] : []));
        base = it.base;
      }
      if (!it.out) this.drop(it);
    }
    const item = {
      id: this.newId(),
      assessment,
      student,
      part,
      base,
      text,
      how,
      where,
      over: over.slice(-Queue.MOST_OVER),
      at: this.now(),
    };
    this.items.push(item);
    this.keep(item);
    this.flush();
    return item.id;
  }

  /** A random id. crypto.randomUUID is there on secure pages alone, and a school's own address may be none. */
  newId() {
    const bytes = crypto.getRandomValues(new Uint8Array(16));
    bytes[6] = (bytes[6] & 15) | 64;
    bytes[8] = (bytes[8] & 63) | 128;
    const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
    return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
  }

  isSame(one, other) {
    return one.assessment === other.assessment && one.student === other.student && one.part === other.part;
  }

  keep(item) {
    const { out, failed, until, ...stored } = item;
    try {
      this.store().setItem(this.prefix + item.id, JSON.stringify(stored));
    } catch {
      this.stored = false;
    }
  }

  drop(item) {
    this.items = this.items.filter((it) => it !== item);
    try {
      this.store().removeItem(this.prefix + item.id);
    } catch {
      this.stored = false;
    }
  }

  waiting() {
    return this.items.filter((it) => !it.stopped);
  }

  tell() {
    const waiting = this.waiting().length;
    const name = !this.items.length
      ? "saved"
      : !waiting
        ? "stopped"
        : this.signedOut
          ? "signed-out"
          : this.why
            ? "trying"
            : "sending";
    this.onState({ name, count: this.items.length, waiting, why: this.why, behind: this.behind });
  }

  /**
   * What goes next. Of several for one cell only the first: the next needs the version its answer brings. One that
   * may itself be why the server failed goes alone, after all others.
   */
  next() {
    const cells = new Set();
    const ready = this.waiting().filter((it) => {
      const cell = `${it.assessment}.${it.student}.${it.part}`;
      return !cells.has(cell) && cells.add(cell);
    });
    const fresh = ready.filter((it) => !it.failed);
    return fresh.length ? fresh.slice(0, this.most) : ready.sort((a, b) => a.until - b.until).slice(0, 1);
  }

  /** Sends what waits, until nothing is left or there is a reason to pause. */
  async flush() {
    if (this.sending) return;
    this.cancel(this.timer);
    const batch = this.next();
    if (batch.length === 0) {
      this.why = "";
      this.tell();
      return;
    }
    const soon = batch[0].failed ? (batch[0].until - this.now()) / 1000 : 0;
    if (soon > 0) {
      this.why = batch[0].why;
      return this.wait(soon);
    }
    this.sending = true;
    for (const it of batch) {
      it.out = true;
      if (!it.sent) {
        it.sent = true;
        this.keep(it);
      }
    }
    this.tell();
    let answer;
    try {
      answer = await this.send(
        batch.map(({ id, assessment, student, part = 0, base, text, how, over = [] }) => ({
          id,
          assessment,
          student,
          part,
          base,
          text,
          how,
          over,
        })),
      );
    } catch (broken) {
      answer = new Answer("again", `the page had an error: ${broken.message}`);
    }
    for (const it of batch) delete it.out;
    this.sending = false;
    this.signedOut = answer.state === "signed-out";
    const pause = this.taken(answer, batch);
    if (this.signedOut) this.tell();
    else if (pause) this.wait(pause);
    else this.flush();
  }

  wait(seconds) {
    this.tell();
    this.timer = this.after(() => this.flush(), seconds);
  }

  /** Now, whatever pause there was: the line is back, or the teacher says so. */
  again() {
    this.pause = 0;
    for (const it of this.items) delete it.failed;
    return this.flush();
  }

  /** What an answer makes of those that were sent; how many seconds to pause before the next. */
  taken(answer, batch) {
    if (answer.isDone) return this.answered(answer, batch);
    this.why = answer.why;
    if (answer.state === "signed-out") return 0;
    if (answer.suspect && batch.length > 1) {
      // One that can never be taken must not hold up the others: they go by halves until it is found.
      this.most = Math.ceil(batch.length / 2);
      return answer.state === "refused" ? 0 : this.longer();
    }
    if (answer.state === "refused") {
      this.stop(batch[0], { stopped: "refused", why: answer.why });
      this.show({ entries: [], rows: [], grounds: [], foot: [] }, batch);
      return 0;
    }
    if (answer.suspect) {
      const [item] = batch;
      item.failed = (item.failed ?? 0) + 1;
      item.why = answer.why;
      item.until = this.now() + Math.min(60, 2 ** item.failed) * 1000;
    }
    return this.longer();
  }

  longer() {
    this.pause = Math.min(Queue.LONGEST_PAUSE, this.pause * 2 || 1);
    return this.pause;
  }

  answered(answer, batch) {
    let settled = 0;
    for (const kept of answer.data.entries) {
      const item = batch.find((it) => it.id === kept.id);
      if (!item || !this.items.includes(item)) continue;
      settled++;
      if (kept.kept) {
        this.drop(item);
        // One that was put over elsewhere since brings no version to type over: the server asks for whose it is.
        if (!kept.overtaken)
          for (const next of this.items)
            if (this.isSame(next, item)) {
              next.base = kept.cell.version;
              this.keep(next);
            }
      } else this.stop(item, { stopped: "conflict", there: kept.cell });
    }
    this.show(answer.data, batch);
    if (!settled) {
      this.why = "the answer said nothing of it";
      return this.longer();
    }
    this.pause = 0;
    this.why = "";
    this.most = Math.min(Queue.MOST, this.most * 2);
    return 0;
  }

  /** Only the teacher can decide; what was typed over it meanwhile is asked for in its place. */
  stop(item, how) {
    if (this.items.some((it) => it !== item && this.isSame(it, item))) return this.drop(item);
    Object.assign(item, how);
    this.keep(item);
  }

  /** Showing an answer is another matter than having it: what goes wrong there leaves what is saved saved, and no more. */
  show(data, batch) {
    try {
      this.onAnswer(data, batch);
    } catch (broken) {
      this.behind = true;
      console.error("An answer could not be shown.", broken);
    }
  }

  /** The teacher decided: dropped, or sent once more; over what stands there by now, if that was the question. */
  settle(item, sendsAgain) {
    this.drop(item);
    if (sendsAgain)
      this.put(
        item.assessment,
        item.student,
        item.part,
        item.there ? item.there.version : item.base,
        item.text,
        item.how,
        item.where,
      );
    else this.flush();
  }
}
