"use strict";
// Typed entries on their way to the server. Each is written into the browser's storage before it is sent, goes out with
// an id of its own until it is answered, and leaves the storage only then. Nothing here decides what an entry means.
aestimo.Queue = class {
  /**
   * prefix: of the keys in storage, one for each teacher and class; send(items): a promise of a Response;
   * onAnswer(answer, items), onState(state, count, words): told whenever something changed.
   */
  constructor({ prefix, send, onAnswer, onState }) {
    Object.assign(this, { prefix, send, onAnswer, onState });
    this.items = [];
    this.sending = false;
    this.pause = 0;
    this.state = "saved";
    this.stored = true;
  }

  /** Takes up what an earlier page left behind, oldest first. */
  resume() {
    try {
      for (let i = 0; i < localStorage.length; i++) {
        const key = localStorage.key(i);
        if (key.startsWith(this.prefix)) this.items.push(JSON.parse(localStorage.getItem(key)));
      }
    } catch { this.stored = false; }
    this.items.sort((a, b) => a.at - b.at);
    this.flush();
    return this.items;
  }

  put(assessment, student, part, base, text, how = "typed") {
    const earlier = this.items.filter((it) => it.assessment === assessment && it.student === student && it.part === part);
    for (const it of earlier) if (!it.out) { base = it.base; this.drop(it); }
    const item = { id: this.newId(), assessment, student, part, base, text, how, at: Date.now() };
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

  keep(item) {
    const { out, ...stored } = item;
    try { localStorage.setItem(this.prefix + item.id, JSON.stringify(stored)); } catch { this.stored = false; }
  }

  drop(item) {
    this.items = this.items.filter((it) => it !== item);
    try { localStorage.removeItem(this.prefix + item.id); } catch { this.stored = false; }
  }

  waiting() {
    return this.items.filter((it) => !it.stopped);
  }

  tell(state, words) {
    this.state = state;
    this.onState(state, this.waiting().length, words);
  }

  async flush() {
    if (this.sending) return;
    clearTimeout(this.timer);
    // Of several for one cell only the first goes; the next needs the version its answer brings.
    const cells = new Set();
    let batch = this.waiting().filter((it) => { const cell = `${it.assessment}.${it.student}.${it.part}`; return !cells.has(cell) && cells.add(cell); });
    if (batch.length === 0) return this.tell("saved");
    batch = batch.slice(0, this.single ? 1 : 100);
    this.sending = true;
    for (const it of batch) it.out = true;
    this.tell(this.pause ? "trying" : "sending");
    let again = true;
    try {
      const response = await this.send(batch.map(({ id, assessment, student, part = 0, base, text, how }) => ({ id, assessment, student, part, base, text, how })));
      if (response.ok) {
        this.answered(await response.json(), batch);
        this.pause = 0;
      } else if (response.status === 401 || response.status === 403) {
        again = false;
        this.tell("signed-out");
      } else if (response.status < 500) {
        await this.refused(response, batch);
      } else {
        this.later();
      }
    } catch {
      this.later();
    }
    for (const it of batch) delete it.out;
    this.sending = false;
    if (again && !this.pause) this.flush();
  }

  answered(answer, batch) {
    this.single = false;
    for (const kept of answer.entries) {
      const item = batch.find((it) => it.id === kept.id);
      if (!item) continue;
      if (kept.kept) {
        this.drop(item);
        for (const next of this.items) if (next.assessment === item.assessment && next.student === item.student && next.part === item.part) { next.base = kept.cell.version; this.keep(next); }
      } else {
        item.stopped = "conflict";
        item.there = kept.cell;
        this.keep(item);
      }
    }
    this.onAnswer(answer, batch);
  }

  /** One that can never be taken must not hold up the others: they go one by one until it is found. */
  async refused(response, batch) {
    if (batch.length > 1) { this.single = true; return; }
    let words = "";
    try { words = (await response.json()).problems?.join(" ") ?? ""; } catch { /* no words came with it */ }
    batch[0].stopped = "refused";
    batch[0].why = words || "The student or the assessment is no longer there.";
    this.keep(batch[0]);
    this.single = false;
    this.onAnswer({ entries: [], rows: [], foot: null }, batch);
  }

  later() {
    this.pause = Math.min(8, this.pause * 2 || 1);
    this.tell("trying");
    this.timer = setTimeout(() => this.flush(), this.pause * 1000);
  }

  /** The teacher decided: what stands there stays, or what was typed goes over it. */
  settle(item, takeTyped) {
    this.drop(item);
    if (takeTyped) this.put(item.assessment, item.student, item.part, item.there ? item.there.version : item.base, item.text, item.how);
    else this.flush();
  }
};
