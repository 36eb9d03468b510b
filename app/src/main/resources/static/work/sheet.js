"use strict";
// The marks sheet: moving, typing, and showing what the server answers. The table comes from the server ready to read;
// this only makes it writable.
aestimo.sheet = (table) => {
  const MOST_NAMED = 5;
  const teacher = document.body.dataset.teacher;
  const base = `/classes/${table.dataset.class}`;
  const query = table.dataset.query;
  const pieces = [...table.querySelectorAll("thead th.piece")];
  const rows = [...table.tBodies[0].rows];
  const cols = [...table.querySelectorAll("col.is-piece")];
  const box = table.closest(".sheet-box");
  const footRows = [...table.tFoot.rows];
  const footCells = footRows.map((row) => [...row.querySelectorAll(".mean")]);
  const cells = rows.map((row) => [...row.querySelectorAll("td.cell")]);
  const columnChoice = document.getElementById("column");
  const at = { row: 0, column: 0 };
  let open = null;
  let marginTimer;
  let marginAsk;
  // The form of an assessment may stand in its place; then it is put above that once a note is written.
  const marginView =
    document.getElementById("margin-view") ?? Object.assign(document.createElement("div"), { id: "margin-view" });

  const partOf = (piece) => Number(piece.dataset.p ?? 0);
  const columnOf = (assessment, part) =>
    pieces.findIndex((it) => Number(it.dataset.a) === assessment && partOf(it) === part);
  const cellOf = (assessment, student, part) => {
    const row = rows.findIndex((it) => Number(it.dataset.s) === student);
    const column = columnOf(assessment, part);
    return row < 0 || column < 0 ? null : cells[row][column];
  };
  const place = (cell) => {
    const row = rows.indexOf(cell.parentElement);
    return { row, column: cells[row].indexOf(cell) };
  };
  const ids = (cell) => {
    const { row, column } = place(cell);
    return {
      assessment: Number(pieces[column].dataset.a),
      student: Number(rows[row].dataset.s),
      part: partOf(pieces[column]),
    };
  };
  const nameOf = (cell) => cell.parentElement.querySelector(".name").textContent.trim();
  const whereOf = (cell) => `${nameOf(cell)} · ${titleOf(cell)}`;
  const titleOf = (cell) => pieces[place(cell).column].querySelector("a, .part-title").textContent.trim();

  // A piece in parts shows what they make; opened, its parts stand before it.
  const openedKey = `aestimo.parts.${table.dataset.class}`;
  const opened = new Set(JSON.parse(sessionStorage.getItem(openedKey) ?? "[]"));
  const isMade = (column) => Boolean(pieces[column].dataset.parts);
  const showParts = (column, is) => {
    const whole = pieces[column];
    const count = Number(whole.dataset.parts);
    if (pieces[column - count].hidden !== is) return;
    for (let i = column - count; i < column; i++)
      for (const it of [pieces[i], cols[i], ...footCells.map((line) => line[i]), ...cells.map((line) => line[i])])
        it.hidden = !is;
    let group = null;
    let first = 0;
    for (const it of table.querySelectorAll(".groups .group[scope]")) {
      const wide = Number((it.dataset.pieces ??= it.colSpan));
      first += wide;
      if (!group && pieces.filter((piece, i) => i <= column && !piece.dataset.p).length <= first) group = it;
    }
    group.colSpan += is ? count : -count;
    const button = whole.querySelector(".parts-button");
    button.setAttribute("aria-expanded", String(is));
    opened[is ? "add" : "delete"](whole.dataset.a);
    sessionStorage.setItem(openedKey, JSON.stringify([...opened]));
  };
  const wholeOf = (column) => {
    while (pieces[column].dataset.p) column++;
    return column;
  };
  /** The nearest column that is shown, going one way; the same where there is none. */
  const shown = (column, by) => {
    let next = column + by;
    while (pieces[next]?.hidden) next += by;
    return pieces[next] ? next : column;
  };

  // Choosing a cell: the light cross, the margin, one tab stop for the whole grid.
  const mark = (row, column, is) => {
    rows[row].classList.toggle("is-row", is);
    pieces[column].classList.toggle("is-col", is);
    for (const line of cells) line[column].classList.toggle("is-col", is);
    cells[row][column].classList.toggle("is-chosen", is);
    cells[row][column].tabIndex = is ? 0 : -1;
  };
  const valueOf = (piece) => (piece.dataset.p ? `${piece.dataset.a}.${piece.dataset.p}` : piece.dataset.a);
  /** On a phone one column is seen at a time. */
  let here = -1;
  const showColumn = (column) => {
    if (here === column) return;
    for (const line of [...cells, ...footCells]) {
      line[here]?.classList.remove("is-here");
      line[column].classList.add("is-here");
    }
    here = column;
    if (columnChoice) columnChoice.value = valueOf(pieces[column]);
  };
  const choose = (row, column, { focus = true } = {}) => {
    row = Math.max(0, Math.min(rows.length - 1, row));
    column = Math.max(0, Math.min(pieces.length - 1, column));
    if (pieces[column].hidden) showParts(wholeOf(column), true);
    mark(at.row, at.column, false);
    Object.assign(at, { row, column });
    mark(row, column, true);
    showColumn(column);
    if (focus) {
      cells[row][column].focus({ preventScroll: true });
      reveal(cells[row][column]);
    }
    askMargin();
  };
  // Sticky names, results, headings and foot cover what the browser would call in view.
  const reveal = (cell) => {
    const outer = box.getBoundingClientRect();
    const inner = cell.getBoundingClientRect();
    const right = table.classList.contains("is-right");
    const side = cell.parentElement.querySelector(right ? ".result" : ".grade").getBoundingClientRect();
    // A class without results has neither, and its hidden cells lie nowhere.
    const name = cell.parentElement.querySelector(".so-far, .name").getBoundingClientRect().right;
    const left = right ? name : Math.max(side.right, name);
    const end = right && side.width ? side.left : outer.left + box.clientWidth;
    const top = outer.top + table.tHead.getBoundingClientRect().height;
    const bottom = outer.top + box.clientHeight - table.tFoot.getBoundingClientRect().height;
    if (inner.left < left) box.scrollLeft -= left - inner.left;
    else if (inner.right > end) box.scrollLeft += inner.right - end;
    if (inner.top < top) box.scrollTop -= top - inner.top;
    else if (inner.bottom > bottom) box.scrollTop += inner.bottom - bottom;
  };
  const askMargin = () => {
    if (!marginView.isConnected) return;
    // What is in the margin until then belongs to another cell: nothing can be written there.
    const box = boxShown();
    if (box) box.inert = !isOf(box, cells[at.row][at.column]);
    clearTimeout(marginTimer);
    marginAsk?.abort();
    marginTimer = setTimeout(async () => {
      marginAsk = new AbortController();
      const cell = cells[at.row][at.column];
      const { assessment, student, part } = ids(cell);
      try {
        const text = await aestimo.fragment(
          `${base}/margin?${query}&student=${student}&assessment=${assessment}&part=${part}`,
          { headers: { "X-Aestimo": "margin" }, signal: marginAsk.signal },
        );
        if (cell === cells[at.row][at.column]) showMargin(text, cell);
      } catch {
        /* moved on, or no connection: the saved line tells of that */
      }
    }, 120);
  };
  const boxShown = () => marginView.querySelector(".remarks");
  const isOf = (box, cell) => {
    const own = ids(cell);
    return (
      Number(box.dataset.a) === own.assessment &&
      Number(box.dataset.s) === own.student &&
      Number(box.dataset.p) === own.part
    );
  };
  /** The margin of a cell; the box that is written into there stays the same, with its caret. */
  const showMargin = (text, cell) => {
    const page = document.createElement("template");
    page.innerHTML = text;
    const live = boxShown();
    const own = page.content.querySelector(".remarks");
    const writing = document.activeElement;
    if (live && own && isOf(live, cell) && live.contains(writing)) {
      const { selectionStart, selectionEnd } = writing;
      own.replaceWith(live);
      marginView.replaceChildren(page.content);
      writing.focus({ preventScroll: true });
      writing.setSelectionRange(selectionStart, selectionEnd);
    } else marginView.replaceChildren(page.content);
    remarks.take();
  };

  // Typing.
  // One input lies over the cell that is typed into, outside the table: within it every letter would have thousands of
  // cells laid out and painted anew.
  const input = document.createElement("input");
  Object.assign(input, { className: "cell-input", autocomplete: "off", maxLength: 200, inputMode: "decimal" });
  box.parentElement.append(input);
  const lay = () => {
    const outer = box.parentElement.getBoundingClientRect();
    const own = open.cell.getBoundingClientRect();
    Object.assign(input.style, {
      transform: `translate(${own.left - outer.left}px, ${own.top - outer.top}px)`,
      width: `${own.width}px`,
      height: `${own.height}px`,
    });
  };
  const edit = (cell, text, replaces) => {
    if (open) commit();
    open = { cell, replaces };
    lay();
    input.setAttribute("aria-label", `${nameOf(cell)}, ${titleOf(cell)}`);
    input.value = text;
    input.classList.add("is-open");
    // Set by a script, the value has its caret at the end.
    input.focus({ preventScroll: true });
  };
  input.addEventListener("blur", () => {
    if (open) commit();
  });
  box.addEventListener(
    "scroll",
    () => {
      if (open) lay();
    },
    { passive: true },
  );
  const close = () => {
    open = null;
    input.classList.remove("is-open");
  };
  const commit = () => {
    if (!open) return;
    const { cell } = open;
    const text = input.value;
    close();
    const before = cell.dataset.t ?? cell.textContent;
    if (text.trim() !== before.trim() || cell.classList.contains("is-sending")) type(cell, text);
  };
  const typedOf = (cell) => cell.dataset.t ?? cell.textContent;
  /** Puts a text into a cell; what it was and became, for undoing. */
  const put = (cell, text, how) => {
    const at = ids(cell);
    const from = typedOf(cell);
    dress(cell, text);
    const id = queue.put(at.assessment, at.student, at.part, Number(cell.dataset.v ?? 0), text, how, whereOf(cell));
    return { id, ...at, from, to: text };
  };
  const type = (cell, text) => steps.push([put(cell, text, "typed")]);
  const putAll = (list, how) => {
    if (list.length) steps.push(list.map(({ cell, text }) => put(cell, text, how)));
  };

  // Undoing and redoing. A step that something else was put over meanwhile is left alone.
  const steps = new aestimo.Steps(`aestimo.steps.${teacher}.${table.dataset.class}`);
  const told = document.getElementById("told");
  const say = (words, ...buttons) => {
    told.replaceChildren();
    if (!words) return;
    const notice = document.createElement("div");
    notice.className = "notice is-near";
    const text = document.createElement("span");
    text.append(words);
    notice.append(text, ...buttons);
    told.append(notice);
  };
  const replay = (step, how) => {
    if (!step) return say(how === "undone" ? "Nothing to undo." : "Nothing to redo.");
    const cells = step.map((it) => ({ it, cell: cellOf(it.assessment, it.student, it.part) }));
    steps.move(how === "undone" ? -1 : 1);
    const lost = cells.find(({ it, cell }) => !cell || typedOf(cell) !== (how === "undone" ? it.to : it.from));
    if (lost)
      return say(
        lost.cell
          ? `${nameOf(lost.cell)}, ${titleOf(lost.cell)} was altered since, so that step is left as it is.`
          : "That step lies outside this span. Choose its span, then undo it.",
      );
    say("");
    for (const { it, cell } of cells) {
      dress(cell, how === "undone" ? it.from : it.to);
      it.id = queue.put(
        it.assessment,
        it.student,
        it.part,
        Number(cell.dataset.v ?? 0),
        how === "undone" ? it.from : it.to,
        how,
        whereOf(cell),
      );
    }
    const { row, column } = place(cells[0].cell);
    choose(row, column);
  };
  const grounds = ["is-above", "is-above-far", "is-below", "is-below-far"];
  /** As typed, until the server has answered how it was understood. */
  const dress = (cell, text) => {
    cell.className = `cell is-sending${[" is-col", " is-chosen", " is-here"].filter((it) => cell.classList.contains(it.trim())).join("")}`;
    cell.textContent = text;
    for (const it of ["t", "late", "finish"]) delete cell.dataset[it];
    for (const it of ["title", "aria-label"]) cell.removeAttribute(it);
  };
  const undress = (cell, view) => {
    dress(cell, view.shown);
    cell.classList.remove("is-sending");
    cell.classList.add(`is-${view.kind}`);
    cell.classList.toggle("is-not-meant", !view.meant);
    cell.classList.toggle("is-noted", view.noted);
    if (view.ground) cell.classList.add("is-ground", view.ground);
    cell.dataset.v = view.version;
    if (view.typed !== view.shown || view.second) cell.dataset.t = view.typed;
    if (view.late) cell.dataset.late = "";
    if (view.toFinish) cell.dataset.finish = "";
    if (view.reason) cell.title = view.reason;
    if (view.label) cell.setAttribute("aria-label", view.label);
    if (view.second) {
      const second = document.createElement("small");
      second.textContent = view.second;
      cell.append(second);
    }
  };

  // What the server answers.
  const grade = (cell, label) => {
    cell.querySelector("span").textContent = label;
  };
  const lineOf = (row, soFar) => {
    const place = row.querySelector(".so-far");
    if (!place) return;
    place.replaceChildren(
      ...(soFar
        ? [
            aestimo.svg(
              "svg",
              { viewBox: "0 0 54 18", role: "img", "aria-label": soFar.words },
              aestimo.svg("polyline", { points: soFar.points }),
              aestimo.svg("circle", { r: 2.2, cx: soFar.x, cy: soFar.y, class: soFar.above ? "is-above" : "" }),
            ),
          ]
        : []),
    );
  };
  const spreadOf = ({ low, lower, median, upper, high, words }) =>
    aestimo.svg(
      "svg",
      { class: "spread", viewBox: "0 0 68 14", role: "img", "aria-label": words },
      aestimo.svg("line", { class: "whole", x1: low, y1: 7, x2: high, y2: 7 }),
      aestimo.svg("rect", { x: lower, y: 3.5, width: upper - lower, height: 7 }),
      aestimo.svg("line", { class: "middle", x1: median, y1: 1.5, x2: median, y2: 12.5 }),
    );
  const answered = (answer, batch) => {
    for (const kept of answer.entries) {
      const { assessment, student, part } = kept.cell;
      const cell = cellOf(assessment, student, part);
      if (kept.kept) steps.understood(kept.id, kept.cell.typed);
      const later = queue.items.some(
        (it) => !it.stopped && it.assessment === assessment && it.student === student && it.part === part,
      );
      if (!cell) continue;
      if (kept.made) undress(cellOf(assessment, student, 0), kept.made);
      cell.dataset.v = kept.cell.version;
      if (!later && open?.cell !== cell) undress(cell, kept.cell);
    }
    for (const figures of answer.rows) {
      const row = rows.find((it) => Number(it.dataset.s) === figures.student);
      if (!row) continue;
      row.querySelector(".result").textContent = figures.result;
      grade(row.querySelector(".grade"), figures.grade);
      lineOf(row, figures.soFar);
    }
    for (const ground of answer.grounds) {
      const cell = cellOf(ground.assessment, ground.student, 0);
      if (!cell) continue;
      cell.classList.remove("is-ground", ...grounds);
      if (ground.css) cell.classList.add("is-ground", ground.css);
    }
    for (const line of answer.foot) {
      const place = footRows.findIndex((it) => it.dataset.foot === line.key);
      if (place < 0) continue;
      footRows[place].querySelector(".result").textContent = line.result;
      grade(footRows[place].querySelector(".grade"), line.grade);
      for (const figure of line.cells)
        footCells[place][columnOf(figure.assessment, 0)]?.replaceChildren(
          figure.spread ? spreadOf(figure.spread) : figure.shown,
        );
    }
    if (batch.some((it) => cellOf(it.assessment, it.student, it.part) === cells[at.row][at.column])) askMargin();
  };
  const { queue, ask } = aestimo.entries({
    base,
    query,
    key: `${teacher}.${table.dataset.class}`,
    place: (item) => {
      const cell = cellOf(item.assessment, item.student, item.part);
      return (
        cell && {
          words: whereOf(cell),
          version: Number(cell.dataset.v ?? 0),
          dress: (text) => dress(cell, text),
          waits: (why) => {
            cell.title = why;
          },
          refuse: (why) => {
            dress(cell, item.text);
            cell.classList.add("is-refused");
            cell.title = why;
          },
        }
      );
    },
    onAnswer: answered,
    onSignedIn: askMargin,
  });

  // Blocks: from the cell where it began to the one chosen now.
  let began = null;
  const block = () => {
    const from = began ?? at;
    const columns = [];
    for (let i = Math.min(from.column, at.column); i <= Math.max(from.column, at.column); i++)
      if (!pieces[i].hidden) columns.push(i);
    const lines = [];
    for (let i = Math.min(from.row, at.row); i <= Math.max(from.row, at.row); i++) lines.push(i);
    return { lines, columns };
  };
  const showBlock = () => {
    for (const it of table.querySelectorAll(".is-picked")) it.classList.remove("is-picked");
    if (!began) return;
    const { lines, columns } = block();
    for (const line of lines) for (const column of columns) cells[line][column].classList.add("is-picked");
  };
  const endBlock = () => {
    if (began) {
      began = null;
      showBlock();
    }
  };
  const extend = (by) => {
    began ??= { ...at };
    choose(at.row + by[0], by[1] ? shown(at.column, by[1]) : at.column);
    showBlock();
  };
  const request = ({ cell, text }, how) => ({
    id: queue.newId(),
    ...ids(cell),
    base: Number(cell.dataset.v ?? 0),
    text,
    how,
  });
  const look = async (list, how) => {
    const answer = await ask(
      "POST",
      `/entries/look?${query}`,
      list.map((it) => request(it, how)),
      (data) => Array.isArray(data.moves),
    );
    if (!answer.isDone)
      throw new Error(`It could not be looked at: ${answer.why}. Nothing is changed; try again in a moment.`);
    return answer.data;
  };
  /** The first few of a list, and the rest for whoever wants to see them. */
  const named = (list) => {
    const first = document.createElement("span");
    first.textContent = list.slice(0, MOST_NAMED).join("; ");
    if (list.length <= MOST_NAMED) {
      first.append(". ");
      return first;
    }
    const rest = document.createElement("details");
    rest.className = "and-more";
    const summary = document.createElement("summary");
    summary.textContent = `and ${list.length - MOST_NAMED} more`;
    rest.append(summary, list.slice(MOST_NAMED).join("; "));
    first.append(" ", rest, " ");
    return first;
  };
  const sayInto = (place, { cells: count, over, inDoubt, doubts, moves: grades, words }) => {
    place.replaceChildren(count === 1 ? "1 entry. " : `${count} entries. `);
    if (over) place.append(`${over} ${over === 1 ? "stands" : "stand"} there already and would be altered. `);
    if (inDoubt) place.append(`${inDoubt} would be in doubt: `, named(doubts));
    if (grades.length)
      place.append(`${grades.length === 1 ? "1 grade changes" : `${grades.length} grades change`}: `, named(grades));
    place.append(words);
  };
  const back = () => {
    say("");
    cells[at.row][at.column].focus();
  };
  const paste = async (text) => {
    const list = [];
    let outside = 0;
    const columns = [];
    for (let i = at.column; i < pieces.length; i++) if (!pieces[i].hidden) columns.push(i);
    aestimo.block.rows(text).forEach((row, down) =>
      row.forEach((value, right) => {
        const cell = cells[at.row + down]?.[columns[right]];
        if (!cell) outside++;
        else if (!isMade(columns[right]) && value !== typedOf(cell)) list.push({ cell, text: value });
      }),
    );
    if (!list.length) return say("There is nothing new in what was pasted.");
    try {
      const answer = await look(list, "pasted");
      if (!answer.inDoubt && !answer.over && !outside) return putAll(list, "pasted");
      const more = outside ? ` ${outside} lie beyond the sheet and are left out.` : "";
      const told = document.createElement("span");
      sayInto(told, answer);
      told.append(more);
      say(
        told,
        aestimo.button("Paste them", () => {
          back();
          putAll(list, "pasted");
        }),
        aestimo.button("Cancel", back),
      );
    } catch (refused) {
      say(refused.message);
    }
  };
  const onCells = (event) => event.target.closest?.("td.cell") && !open;
  document.addEventListener("copy", (event) => {
    if (!onCells(event)) return;
    const { lines, columns } = block();
    const rows_ = lines.map((line) => columns.map((column) => typedOf(cells[line][column])));
    event.clipboardData.setData("text/plain", aestimo.block.text(rows_));
    event.clipboardData.setData("text/html", aestimo.block.html(rows_));
    event.preventDefault();
    say("");
  });
  document.addEventListener("paste", (event) => {
    if (!onCells(event)) return;
    event.preventDefault();
    paste(event.clipboardData.getData("text/plain"));
  });

  // Filling a column; what it would do is said before.
  const fill = document.getElementById("fill");
  const filling = () => {
    const where = fill.querySelector("[name=where]:checked").value;
    const text = fill.querySelector("[name=with]").value;
    const lines = where === "chosen" ? block().lines : rows.map((_, i) => i);
    return lines
      .map((line) => ({ cell: cells[line][at.column], text }))
      .filter(
        ({ cell }) =>
          !cell.classList.contains("is-not-meant") &&
          (where !== "blank" || typedOf(cell) === "") &&
          typedOf(cell) !== text,
      );
  };
  const lookAtFill = async () => {
    const words = document.getElementById("fill-words");
    document.getElementById("fill-title").textContent = pieces[at.column].querySelector("a, .part-title").textContent;
    const list = isMade(at.column) ? [] : filling();
    fill.querySelector("[type=submit]").disabled = !list.length;
    if (!list.length) {
      words.textContent = isMade(at.column)
        ? "This column shows what the parts make. Open them, and choose one."
        : "Nothing would change.";
      return;
    }
    try {
      sayInto(words, await look(list, "filled"));
    } catch (refused) {
      words.textContent = refused.message;
    }
  };
  if (fill) {
    fill.addEventListener("toggle", () => {
      if (fill.open) lookAtFill();
    });
    fill.addEventListener("input", lookAtFill);
    for (const quick of fill.querySelectorAll("[data-with]"))
      quick.addEventListener("click", () => {
        const full = pieces[at.column].dataset.full ?? "";
        fill.querySelector("[name=with]").value = quick.dataset.with === "full" ? full : quick.dataset.with;
        lookAtFill();
      });
    fill.querySelector("form").addEventListener("submit", (event) => {
      event.preventDefault();
      putAll(filling(), "filled");
      fill.open = false;
      endBlock();
      cells[at.row][at.column].focus();
    });
  }

  // Notes and memos, in the margin. The box is that of the cell chosen as its key was pressed; it is there at once, and
  // the rest of the margin comes after it.
  const remarks = aestimo.remarks({
    view: marginView,
    ask,
    key: `aestimo.remark.${teacher}.${table.dataset.class}.`,
    onKept: ({ assessment, student, part }, { note, memo }) => {
      const cell = cellOf(assessment, student, part);
      if (!cell) return;
      Object.assign(cell.dataset, { note, memo });
      cell.classList.toggle("is-noted", Boolean(note || memo));
    },
  });
  /** Says why there is no box, and takes the keys that were meant for it. */
  const noBox = (words) => {
    say(words);
    told.focus();
  };
  const writeRemark = (name) => {
    const cell = cells[at.row][at.column];
    const blank = document.getElementById("note-box");
    if (!blank) return noBox("Notes are not shown while names are hidden. F9 shows them.");
    if (isMade(at.column)) return noBox("Notes stand with the parts. Enter opens them.");
    if (!marginView.isConnected) document.getElementById("margin").prepend(marginView);
    let box = boxShown();
    if (!box || !isOf(box, cell)) {
      const own = blank.content.cloneNode(true);
      own.querySelector("h2").textContent = nameOf(cell);
      own.querySelector(".facts").textContent = titleOf(cell);
      box = own.querySelector(".remarks");
      const { assessment, student, part } = ids(cell);
      Object.assign(box.dataset, { a: assessment, s: student, p: part });
      for (const field of ["note", "memo"])
        box.querySelector(`[name=${field}]`).defaultValue = cell.dataset[field] ?? "";
      marginView.replaceChildren(own);
      remarks.take();
    }
    box.inert = false;
    if (matchMedia("(max-width: 1099px)").matches) aestimo.drawer(true);
    const area = box.querySelector(`[name=${name}]`);
    area.focus();
    area.setSelectionRange(area.value.length, area.value.length);
  };
  marginView.addEventListener("keydown", (event) => {
    if (event.isComposing || !event.target.closest(".remarks textarea")) return;
    const enter = event.key === "Enter" && !event.shiftKey;
    if (event.key !== "Escape" && !enter) return;
    event.preventDefault();
    event.stopPropagation();
    const box = event.target.closest(".remarks");
    const of = cellOf(Number(box.dataset.a), Number(box.dataset.s), Number(box.dataset.p));
    event.target.blur();
    if (matchMedia("(max-width: 1099px)").matches) aestimo.drawer(false);
    if (of) choose(...Object.values(place(of)));
    if (enter) down(event);
  });

  // Finding a student; in pile order Enter goes back to finding.
  const find = document.getElementById("find");
  const pile = document.getElementById("pile");
  const plain = (text) => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
  const found = (text) => {
    const wanted = plain(text.trim());
    if (!wanted) return -1;
    const number = rows.findIndex((row) => row.dataset.n === wanted);
    return number >= 0
      ? number
      : rows.findIndex((row) =>
          plain(row.querySelector(".name").textContent)
            .split(/[\s,]+/)
            .some((word) => word.startsWith(wanted)),
        );
  };
  find?.addEventListener("input", () => {
    const row = found(find.value);
    find.classList.toggle("is-danger", row < 0 && find.value.trim() !== "");
    if (row >= 0) {
      choose(row, at.column, { focus: false });
      reveal(cells[row][at.column]);
    }
  });
  find?.addEventListener("keydown", (event) => {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    if (event.key === "Enter" && found(find.value) < 0) return;
    find.value = "";
    find.classList.remove("is-danger");
    choose(at.row, at.column);
  });
  const down = (event) =>
    pile?.checked && event.key === "Enter"
      ? find.focus()
      : move(event.key === "Enter" && event.shiftKey ? [-1, 0] : moves[event.key]);

  // Keys.
  const moves = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1], Enter: [1, 0] };
  const move = (by) => choose(at.row + by[0], by[1] ? shown(at.column, by[1]) : at.column);
  const tab = (event) => {
    const column = shown(at.column, event.shiftKey ? -1 : 1);
    if (column === at.column) return false;
    choose(at.row, column);
    return true;
  };
  const openParts = (column) => {
    showParts(column, true);
    choose(at.row, column - Number(pieces[column].dataset.parts));
  };
  const closeParts = (column) => {
    const whole = wholeOf(column);
    choose(at.row, whole);
    showParts(whole, false);
  };
  box.parentElement.addEventListener("keydown", (event) => {
    if (event.isComposing || !(event.target === input || box.contains(event.target))) return;
    if (open) {
      const arrow = event.key.startsWith("Arrow");
      // Opened as it stands, left and right move the caret.
      if (arrow && !open.replaces && /Left|Right/.test(event.key)) return;
      if (event.key === "Escape") {
        const { row, column } = place(open.cell);
        close();
        choose(row, column);
        event.stopPropagation();
      } else if (event.key === "Tab") {
        commit();
        if (!tab(event)) return;
      } else if (moves[event.key]) {
        commit();
        down(event);
      } else if ((event.key === ";" || event.key === ":") && pieces[at.column].dataset.kind !== "note") {
        commit();
        writeRemark(event.key === ";" ? "note" : "memo");
      } else return;
      event.preventDefault();
      return;
    }
    const cell = event.target.closest("td.cell");
    if (!cell || event.altKey) return;
    if (event.ctrlKey || event.metaKey) {
      const key = event.key.toLowerCase();
      if (key === "z" && !event.shiftKey) replay(steps.back(), "undone");
      else if (key === "y" || key === "z") replay(steps.forth(), "redone");
      else if (key === "d" && at.row > 0 && !isMade(at.column)) {
        const above = typedOf(cells[at.row - 1][at.column]);
        if (above !== typedOf(cell)) type(cell, above);
        move([1, 0]);
      } else return;
      event.preventDefault();
      return;
    }
    if (event.shiftKey && event.key.startsWith("Arrow")) {
      extend(moves[event.key]);
      event.preventDefault();
      return;
    }
    if (event.key !== "Shift") endBlock();
    if (event.key === "Tab") {
      if (tab(event)) event.preventDefault();
      return;
    }
    const types = event.key.length === 1 && /[\p{L}\p{N}.,+\-−%✓✗]/u.test(event.key);
    if (isMade(at.column) && (types || event.key === "F2" || (event.key === "Enter" && !event.shiftKey)))
      openParts(at.column);
    else if (event.key === "Escape" && pieces[at.column].dataset.p) closeParts(at.column);
    else if (moves[event.key]) down(event);
    else if (event.key === "/" && find) find.focus();
    else if (event.key === " " && pieces[at.column].dataset.kind === "check")
      type(cell, { yes: "no", no: "" }[typedOf(cell)] ?? "yes");
    else if (event.key === ";" || event.key === ":") writeRemark(event.key === ";" ? "note" : "memo");
    else if (event.key === "Home") choose(at.row, shown(-1, 1));
    else if (event.key === "End") choose(at.row, pieces.length - 1);
    else if (event.key === "PageUp") choose(at.row - 10, at.column);
    else if (event.key === "PageDown") choose(at.row + 10, at.column);
    else if (event.key === "F2") edit(cell, cell.dataset.t ?? cell.textContent, false);
    else if (event.key === "Delete" || event.key === "Backspace") {
      if (cell.textContent !== "" && !isMade(at.column)) type(cell, "");
    } else if (event.key === "?") {
      const keys = document.getElementById("all-keys");
      keys.open = !keys.open;
    } else if (types) edit(cell, event.key, true);
    else return;
    event.preventDefault();
  });
  table.addEventListener("mousedown", (event) => {
    const cell = event.target.closest("td.cell");
    if (!cell || open?.cell === cell) return;
    event.preventDefault();
    if (open) commit();
    const { row, column } = place(cell);
    if (event.shiftKey) {
      began ??= { ...at };
      choose(row, column);
      return showBlock();
    }
    endBlock();
    choose(row, column);
    if (fill?.open) lookAtFill();
    if (isMade(column)) return;
    if (matchMedia("(max-width: 719px)").matches) {
      edit(cell, cell.dataset.t ?? cell.textContent, true);
      input.select();
    }
  });
  table.addEventListener("dblclick", (event) => {
    const cell = event.target.closest("td.cell");
    if (!cell || open) return;
    if (isMade(place(cell).column)) openParts(place(cell).column);
    else edit(cell, cell.dataset.t ?? cell.textContent, false);
  });
  for (const button of table.querySelectorAll(".parts-button")) {
    button.addEventListener("click", () => {
      const column = pieces.indexOf(button.closest("th"));
      if (button.getAttribute("aria-expanded") === "true") closeParts(column);
      else openParts(column);
    });
  }
  table.addEventListener("focusin", (event) => {
    const cell = event.target.closest("td.cell");
    if (cell && !open && cell !== cells[at.row][at.column]) {
      const { row, column } = place(cell);
      choose(row, column, { focus: false });
    }
  });

  // Thumbs.
  columnChoice?.addEventListener("change", () =>
    choose(
      at.row,
      pieces.findIndex((it) => valueOf(it) === columnChoice.value),
      { focus: false },
    ),
  );
  for (const step of document.querySelectorAll("[data-column]"))
    step.addEventListener("click", () => choose(at.row, at.column + Number(step.dataset.column), { focus: false }));
  for (const key of document.querySelectorAll("[data-entry]")) {
    key.addEventListener("mousedown", (event) => event.preventDefault());
    key.addEventListener("click", () => {
      if (open) close();
      if (isMade(at.column)) return openParts(at.column);
      type(cells[at.row][at.column], key.dataset.entry);
      choose(at.row + 1, at.column);
    });
  }

  window.addEventListener("pagehide", () => {
    if (open) commit();
  });

  // Where to begin: at the cell or column the address names, else at the first blank of the newest begun column.
  const asked = new URLSearchParams(location.search);
  for (const piece of pieces.filter((it) => opened.has(it.dataset.a) && it.dataset.parts))
    showParts(pieces.indexOf(piece), true);
  const column = columnOf(Number(asked.get("assessment") ?? asked.get("open")), Number(asked.get("part") ?? 0));
  const row = rows.findIndex((it) => it.dataset.s === asked.get("student"));
  if (column >= 0) choose(Math.max(0, row), column, { focus: !document.getElementById("margin-form") });
  else {
    cells[0][shown(-1, 1)].tabIndex = 0;
    showColumn(Math.max(0, pieces.length - 1));
    at.column = matchMedia("(max-width: 719px)").matches ? pieces.length - 1 : shown(-1, 1);
  }
  for (const item of queue.resume()) {
    const cell = cellOf(item.assessment, item.student, item.part);
    if (cell && !item.stopped) dress(cell, item.text);
  }
  remarks.take();
};
if (document.getElementById("sheet")?.tBodies[0].rows.length) aestimo.sheet(document.getElementById("sheet"));
