// The lines of a marking run, what stands in them as far as the page knows, and which of them is being marked.

export class Lines {
  constructor(run) {
    this.run = run;
    this.list = document.getElementById("run-lines");
    this.all = [...this.list.children];
    this.heading = run.querySelector(".run-title h2").textContent.trim();
    this.now = null;
    /** Nothing was pressed yet where one has just come to: the first digit goes in place of what stands there. */
    this.fresh = true;
    /** Whether only lines with something unmarked are shown. */
    this.only = document.getElementById("only");
    this.stands = new WeakMap();
    for (const line of this.all) for (const input of this.inputs(line)) this.stands.set(input, input.defaultValue);
  }

  inputs(line) {
    return [...line.querySelectorAll(".run-mark input")];
  }

  boxOf(input) {
    return input.closest(".run-box");
  }

  lineOf(it) {
    return it.closest(".run-line");
  }

  nameOf(line) {
    return line.querySelector(".run-name").textContent.trim();
  }

  /** What an entry is of, in words. */
  whereOf(input) {
    const part = this.boxOf(input).querySelector(".run-part").textContent.trim();
    return [this.nameOf(this.lineOf(input)), this.heading, part].filter((it) => it).join(" · ");
  }

  ids(input) {
    const { a, s, p } = this.boxOf(input).dataset;
    return { assessment: Number(a), student: Number(s), part: Number(p) };
  }

  /** The field of an entry; null where it is none of this run's. */
  inputOf({ assessment, student, part = 0 }) {
    return this.run.querySelector(
      `.run-box[data-a="${assessment}"][data-s="${student}"][data-p="${part}"] .run-mark input`,
    );
  }

  isDone(line) {
    return this.inputs(line).every((input) => this.stands.get(input) !== "");
  }

  isAltered(input) {
    return input.value.trim() !== this.stands.get(input).trim();
  }

  isShown(line) {
    return line && (!this.only.checked || !line.classList.contains("was-done"));
  }

  /** The next line that is shown, forwards or back; undefined at the end. */
  beside(line, by) {
    let next = this.all.indexOf(line) + by;
    while (this.all[next] && !this.isShown(this.all[next])) next += by;
    return this.all[next];
  }

  /** Makes a line the one being marked, in the field given, or the first that is empty. */
  go(line, { input, focus = true } = {}) {
    if (!line) return;
    this.fresh = true;
    if (this.now !== line) {
      this.now?.classList.remove("is-now");
      this.now?.removeAttribute("aria-current");
      this.now = line;
      line.classList.add("is-now");
      line.setAttribute("aria-current", "step");
    }
    if (focus) {
      const into = input ?? this.firstEmpty(line);
      into.focus({ preventScroll: true });
      into.select();
    }
    const box = this.list.getBoundingClientRect();
    const own = line.getBoundingClientRect();
    if (own.top < box.top + 80 || own.bottom > box.bottom - 80)
      this.list.scrollTop += own.top - box.top - (box.height - own.height) / 3;
  }

  firstEmpty(line) {
    const all = this.inputs(line);
    return all.find((it) => this.stands.get(it) === "") ?? all[0];
  }

  /** The field typed into; else the first of the line being marked. */
  current() {
    const all = this.inputs(this.now);
    return all.includes(document.activeElement) ? document.activeElement : all[0];
  }
}
