// Typing into the lines of a marking run: keys, the quick buttons beside a line, and notes.

export const startTyping = (lines, saving, finding) => {
  const { list } = lines;
  const { commit } = saving;

  const onFrom = (line) => {
    if (finding.isPile()) finding.begin();
    else lines.go(lines.beside(line, 1) ?? line);
  };
  /** The next part of the same student; else the next line. */
  const next = () => {
    const all = lines.inputs(lines.now);
    const at = all.indexOf(document.activeElement);
    if (at >= 0 && all[at + 1]) {
      all[at + 1].focus();
      all[at + 1].select();
    } else onFrom(lines.now);
  };

  const writeNote = (box) => {
    const area = box.querySelector("textarea");
    area.focus();
    area.setSelectionRange(area.value.length, area.value.length);
  };
  /** In a note Enter goes on, as in a mark; Shift and Enter begin a new line. */
  const noteKeys = (event) => {
    const leaves = event.key === "Escape" || (event.key === "Enter" && !event.shiftKey);
    if (event.isComposing || !event.target.matches("textarea") || !leaves) return;
    event.preventDefault();
    const line = lines.lineOf(event.target);
    event.target.blur();
    if (event.key === "Escape") lines.go(line);
    else onFrom(line);
  };
  const step = (input, by) => {
    commit(input);
    const line = lines.lineOf(input);
    const all = lines.inputs(line);
    const other = all[all.indexOf(input) + by];
    if (other) lines.go(line, { input: other });
    else lines.go(lines.beside(line, by));
  };
  /** What a key does in the field of a mark; says whether it was taken. */
  const take = (event, input) => {
    const altered = lines.isAltered(input);
    const isUndo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z";
    if (event.key === "Enter") {
      commit(input);
      if (event.shiftKey) lines.go(lines.beside(lines.lineOf(input), -1));
      else next();
    } else if (event.key === "ArrowDown") step(input, 1);
    else if (event.key === "ArrowUp") step(input, -1);
    else if (event.key === "Escape") {
      input.value = lines.stands.get(input);
      input.select();
    } else if (event.key === ";") {
      commit(input);
      writeNote(lines.boxOf(input));
    } else if (event.key === "/" && !altered) return finding.begin();
    else if (isUndo && !altered) {
      if (event.shiftKey) saving.redo();
      else saving.undo();
    } else return false;
    return true;
  };
  list.addEventListener("keydown", (event) => {
    if (event.isComposing || !event.target.matches(".run-mark input")) noteKeys(event);
    else if (take(event, event.target)) event.preventDefault();
  });

  list.closest("#run").addEventListener("focusin", (event) => {
    const line = event.target.closest(".run-line");
    if (line && line !== lines.now) lines.go(line, { focus: false });
  });
  list.addEventListener("click", (event) => {
    const line = event.target.closest(".run-line");
    if (line && (line !== lines.now || !event.target.closest("input, textarea, button")))
      lines.go(line, { input: event.target.closest(".run-mark input") ?? undefined });
  });
  list.addEventListener("focusout", (event) => {
    if (event.target.matches(".run-mark input")) commit(event.target);
  });

  // A click on a quick button leaves what is typed into as it is.
  list.addEventListener("mousedown", (event) => {
    if (event.target.closest(".run-quick button")) event.preventDefault();
  });
  list.addEventListener("click", (event) => {
    const key = event.target.closest(".run-quick button");
    if (!key) return;
    const line = lines.lineOf(key);
    const input = lines.inputs(line).includes(document.activeElement) ? document.activeElement : lines.firstEmpty(line);
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

  return { next };
};
