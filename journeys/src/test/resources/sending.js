// What the scripts that send stand on in their tests: a storage, a clock and a line of their own.
const modules = await Promise.all(
  ["answer", "ask", "queue", "remarks", "session"].map((name) => import(`/work/${name}.js`)),
);
window.aestimo = Object.assign({}, ...modules);
for (const name of ["job", "lengths"]) window.aestimo[name] = (await import(`/work/${name}.js`)).start;
window.fake = {
  /** A place on a page that is told by pieces of a page from the server. */
  place(name, html) {
    const place = document.createElement("div");
    place.dataset[name] = "/x";
    place.innerHTML = html;
    return place;
  },
  store() {
    const map = new Map();
    return {
      get length() {
        return map.size;
      },
      key: (i) => [...map.keys()][i],
      getItem: (key) => map.get(key) ?? null,
      setItem: (key, value) => map.set(key, value),
      removeItem: (key) => map.delete(key),
    };
  },
  /** Timers that run when told, and remember how long they were to wait. */
  clock() {
    const clock = { time: 1000, waits: [], due: null };
    clock.after = (work, seconds) => {
      clock.waits.push(seconds);
      clock.due = { work, at: clock.time + seconds * 1000 };
      return clock.due;
    };
    clock.cancel = (timer) => {
      if (clock.due === timer) clock.due = null;
    };
    clock.run = async () => {
      const due = clock.due;
      clock.due = null;
      if (due) {
        clock.time = due.at;
        await due.work();
      }
      await fake.settled();
    };
    return clock;
  },
  async settled() {
    for (let i = 0; i < 50; i++) await Promise.resolve();
  },
  response: (status, body = "", type = "application/json") =>
    new Response(status === 204 ? null : body, { status, headers: { "Content-Type": type } }),
  kept: (item, more = {}) => ({
    id: item.id,
    kept: true,
    overtaken: false,
    cell: {
      assessment: item.assessment,
      student: item.student,
      part: item.part,
      version: item.base + 1,
      typed: item.text,
    },
    ...more,
  }),
  ok: (items, more) =>
    new aestimo.Answer("done", "", {
      data: { entries: items.map((it) => fake.kept(it, more)), rows: [], grounds: [], foot: [] },
    }),
  /** A queue whose line is a function of what is sent; remembers all that was. */
  queue(line, { onAnswer = () => {}, store = fake.store() } = {}) {
    const clock = fake.clock();
    const sent = [];
    const states = [];
    const queue = new aestimo.Queue({
      prefix: "q.",
      onAnswer,
      onState: (state) => states.push(state),
      store: () => store,
      now: () => clock.time,
      after: clock.after,
      cancel: clock.cancel,
      send: async (items) => {
        sent.push(items);
        return line(items, sent.length);
      },
    });
    return { queue, clock, sent, states, store, last: () => states[states.length - 1] };
  },
};
