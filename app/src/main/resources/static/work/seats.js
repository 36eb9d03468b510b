// A seating plan under the hand: students are dragged, or picked up and put down by taps and keys; seats are drawn one by
// one. What is altered is saved at once as a whole, over the version the page has.
import { ask } from "./ask.js";
import { button } from "./elements.js";
import { session } from "./session.js";

const TRY_AGAIN = 3000;
const MOST_STEPS = 100;

export const start = (table) => {
  const cells = [...table.querySelectorAll("td")];
  const at = (column, row) => cells.find((td) => Number(td.dataset.c) === column && Number(td.dataset.r) === row);
  const unseated = document.getElementById("unseated");
  const drawKey = document.getElementById("draw");
  const told = document.getElementById("told");
  const saved = document.getElementById("saved");
  const placeOf = (td) => td.querySelector(".seat-place");
  const sitterIn = (place) => place.querySelector(".sitter");
  const sitters = new Map(
    [...document.querySelectorAll(".sitter")].map((sitter) => [Number(sitter.dataset.s), sitter]),
  );
  const isSeat = (td) => td.classList.contains("is-seat");
  const isBroken = (td) => td.classList.contains("is-broken");
  const isDrawing = () => table.classList.contains("is-drawing");
  const tell = (words) => {
    told.textContent = words;
  };

  /** All of the plan, as it is sent and as a step goes back to it. */
  const seats = () =>
    cells.filter(isSeat).map((td) => ({
      column: Number(td.dataset.c),
      row: Number(td.dataset.r),
      broken: isBroken(td),
      student: Number(sitterIn(placeOf(td))?.dataset.s ?? 0),
    }));
  const dress = () => {
    for (const td of cells) {
      const place = placeOf(td);
      const sitter = sitterIn(place);
      const said = sitter && [...sitter.querySelector(".sitter-words").children].map((it) => it.textContent).join(" ");
      const what = said ?? (isBroken(td) ? "broken" : isSeat(td) ? "empty" : "no seat");
      place.setAttribute("aria-label", `${td.dataset.words || `column ${td.dataset.c}, row ${td.dataset.r}`}: ${what}`);
    }
    for (const place of unseated.querySelectorAll(".seat-place")) if (!sitterIn(place)) place.remove();
    const free = cells.filter((td) => isSeat(td) && !isBroken(td) && !sitterIn(placeOf(td))).length;
    document.getElementById("sums").textContent =
      `${sitters.size - unseated.children.length} seated · ${unseated.children.length} not · ${free} free`;
    unseated.closest("section").hidden = unseated.children.length === 0;
  };
  const unseat = (sitter) => {
    const place = button("", () => {});
    place.className = "seat-place";
    place.append(sitter);
    unseated.append(place);
  };
  const show = (plan) => {
    for (const td of cells) td.classList.remove("is-seat", "is-broken");
    const away = new Set(sitters.keys());
    for (const { column, row, broken, student } of plan) {
      const td = at(column, row);
      td.classList.add("is-seat");
      td.classList.toggle("is-broken", broken);
      if (student) {
        placeOf(td).replaceChildren(sitters.get(student));
        away.delete(student);
      }
    }
    for (const id of away) if (!unseated.contains(sitters.get(id))) unseat(sitters.get(id));
    dress();
  };

  // One delivery at a time: the plan as it is by then follows when the answer is there.
  let version = Number(table.dataset.version);
  let isSending = false;
  let isDirty = false;
  let isStuck = false;
  const send = async () => {
    if (isSending || !isDirty || isStuck) return;
    isSending = true;
    isDirty = false;
    saved.textContent = "Saving …";
    const answer = await ask("PUT", `${table.dataset.address}?version=${version}`, seats(), {
      as: "seats",
      fits: (data) => Number.isInteger(data.version),
    });
    isSending = false;
    if (answer.isDone) {
      version = answer.data.version;
      for (const field of document.querySelectorAll("input[data-version]")) field.value = version;
      saved.innerHTML = "";
      saved.append(`● Saved ${answer.data.at}`);
      return send();
    }
    isDirty = true;
    if (answer.state === "again") {
      saved.textContent = `Not saved yet: ${answer.why}. It is tried again.`;
      return setTimeout(send, TRY_AGAIN);
    }
    isStuck = true;
    saved.textContent = `Not saved: ${answer.why}.`;
    const again = button(answer.state === "signed-out" ? "I am signed in again" : "Load the page again", () => {
      if (answer.state !== "signed-out") return location.reload();
      isStuck = false;
      saved.textContent = "Saving …";
      session.renew().then(send);
    });
    saved.append(" ", again);
  };
  addEventListener("beforeunload", (event) => {
    if ((isDirty || isSending) && !isStuck) event.preventDefault();
  });

  const steps = [seats()];
  let step = 0;
  const altered = () => {
    dress();
    steps.length = step + 1;
    steps.push(seats());
    if (steps.length > MOST_STEPS) steps.shift();
    step = steps.length - 1;
    isDirty = true;
    send();
  };
  const go = (by) => {
    pick(null);
    if (!steps[step + by]) return tell(by < 0 ? "Nothing to undo." : "Nothing to redo.");
    step += by;
    show(steps[step]);
    tell(by < 0 ? "Undone." : "Redone.");
    isDirty = true;
    send();
  };

  let picked = null;
  const pick = (place) => {
    picked?.classList.remove("is-picked");
    picked = place;
    picked?.classList.add("is-picked");
    if (picked) tell(`${sitterIn(picked).dataset.called}: choose a seat.`);
  };
  /** Puts who was picked up onto a seat; whoever sits there takes the place they came from. */
  const put = (place) => {
    const from = picked;
    pick(null);
    if (!from || from === place) return tell("");
    const td = place.closest("td");
    if (td && isBroken(td)) return tell("Nobody can sit there: the seat is marked as broken.");
    const moving = sitterIn(from);
    const other = sitterIn(place);
    if (!td) {
      if (from.closest("td")) unseat(moving);
    } else {
      place.replaceChildren(moving);
      if (other && from.closest("td")) from.replaceChildren(other);
      else if (other) unseat(other);
    }
    tell(other ? `${moving.dataset.called} and ${other.dataset.called} change.` : "");
    altered();
  };
  const takeOff = (place) => {
    const sitter = sitterIn(place);
    if (!sitter || !place.closest("td")) return;
    pick(null);
    unseat(sitter);
    altered();
  };
  const toggle = (td, css) => {
    if (css === "is-broken" && !isSeat(td)) return;
    const sitter = sitterIn(placeOf(td));
    pick(null);
    if (sitter) unseat(sitter);
    td.classList.toggle(css);
    if (!isSeat(td)) td.classList.remove("is-broken");
    altered();
  };
  const press = (place) => {
    const td = place.closest("td");
    if (isDrawing() && td) return toggle(td, "is-seat");
    if (picked) return put(place);
    if (sitterIn(place)) pick(place);
  };

  const draw = (on) => {
    table.classList.toggle("is-drawing", on);
    drawKey.setAttribute("aria-pressed", String(on));
    drawKey.textContent = on ? "Done drawing" : "Draw seats";
    pick(null);
    tell(on ? "Press a place to draw a seat there, or to take it away. b marks one as broken." : "");
    if (!on && now && !isSeat(now)) focus(cells.find(isSeat));
  };
  drawKey.addEventListener("click", () => draw(!isDrawing()));

  // One place of the room can be reached by Tab; arrows go on from it.
  let now = cells.find(isSeat);
  const focus = (td) => {
    if (!td) return;
    if (now) placeOf(now).tabIndex = -1;
    now = td;
    placeOf(td).tabIndex = 0;
    placeOf(td).focus();
  };
  const beside = (across, down) => {
    const rows = [...table.rows].map((row) => [...row.cells]);
    let y = rows.findIndex((row) => row.includes(now));
    let x = rows[y].indexOf(now);
    do {
      x += across;
      y += down;
    } while (rows[y]?.[x] && !isDrawing() && !isSeat(rows[y][x]));
    return rows[y]?.[x];
  };
  const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

  const area = table.closest(".inner");
  area.addEventListener("click", (event) => {
    const place = event.target.closest(".seat-place");
    if (!place) return;
    if (place.closest("td")) focus(place.closest("td"));
    press(place);
  });
  area.addEventListener("keydown", (event) => {
    const place = event.target.closest(".seat-place");
    if (!place || event.ctrlKey || event.metaKey || event.altKey) return;
    const td = place.closest("td");
    if (event.key === "Escape") pick(null);
    else if (td && ARROWS[event.key]) focus(beside(...ARROWS[event.key]));
    else if (event.key === "Backspace" || event.key === "Delete") takeOff(place);
    else if (event.key === "b" && td) toggle(td, "is-broken");
    else return;
    event.preventDefault();
  });
  document.addEventListener("keydown", (event) => {
    if (!(event.ctrlKey || event.metaKey) || event.target.matches("input, textarea, select")) return;
    const back = event.key === "z" && !event.shiftKey;
    if (!back && event.key !== "y" && event.key !== "Z") return;
    event.preventDefault();
    go(back ? -1 : 1);
  });
  area.addEventListener("dragstart", (event) => {
    const sitter = event.target.closest?.(".sitter");
    if (!sitter || isDrawing()) return event.preventDefault();
    event.dataTransfer.effectAllowed = "move";
    event.dataTransfer.setData("text/plain", sitter.dataset.called);
    pick(sitter.closest(".seat-place"));
  });
  const over = (event) => event.target.closest?.(".seats .seat-place, .unseated");
  area.addEventListener("dragover", (event) => {
    if (!picked || !over(event)) return;
    event.preventDefault();
    for (const it of area.querySelectorAll(".is-over")) it.classList.remove("is-over");
    over(event).classList.add("is-over");
  });
  area.addEventListener("drop", (event) => {
    const place = over(event);
    if (!picked || !place) return;
    event.preventDefault();
    place.classList.remove("is-over");
    put(place);
  });
  area.addEventListener("dragend", () => {
    for (const it of area.querySelectorAll(".is-over")) it.classList.remove("is-over");
    pick(null);
  });

  if (now) placeOf(now).tabIndex = 0;
  dress();
};
