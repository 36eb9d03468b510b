// The year line's handles and assessments.
import { go } from "./address.js";

export const start = (picture) => {
  const first = Date.parse(picture.dataset.first) / 86400000;
  const last = Date.parse(picture.dataset.last) / 86400000;
  const perDay = Number(picture.dataset.day);
  const edge = 18;
  const iso = (day) => new Date(day * 86400000).toISOString().slice(0, 10);
  const handles = { from: picture.querySelector("[data-handle=from]"), to: picture.querySelector("[data-handle=to]") };
  const stretch = picture.querySelector(".stretch");
  if (handles.from) {
    const days = {
      from: Number(handles.from.getAttribute("aria-valuenow")),
      to: Number(handles.to.getAttribute("aria-valuenow")),
    };
    const begun = { ...days };
    const x = { from: (day) => edge + (day - first) * perDay, to: (day) => edge + (day + 1 - first) * perDay };
    const show = (which) => {
      handles[which].setAttribute("transform", `translate(${x[which](days[which]) - x[which](begun[which])} 0)`);
      handles[which].setAttribute("aria-valuenow", days[which]);
      handles[which].setAttribute("aria-valuetext", iso(days[which]));
      stretch.setAttribute("x", x.from(days.from));
      stretch.setAttribute("width", x.to(days.to) - x.from(days.from));
    };
    const move = (which, day) => {
      days[which] =
        which === "from" ? Math.max(first, Math.min(day, days.to)) : Math.min(last, Math.max(day, days.from));
      show(which);
    };
    const settle = () => {
      if (days.from === begun.from && days.to === begun.to) return;
      if (days.from === first && days.to === last) return go({ span: "year" });
      const term = [...picture.querySelectorAll(".term")].find(
        (t) => t.dataset.from === iso(days.from) && t.dataset.to === iso(days.to),
      );
      go(term ? { span: term.dataset.term } : { from: iso(days.from), to: iso(days.to) });
    };
    for (const which of ["from", "to"]) {
      const handle = handles[which];
      let timer;
      const dayAt = (event) => {
        const box = picture.getBoundingClientRect();
        const unit = picture.viewBox.baseVal.width / box.width;
        const at = (event.clientX - box.left) * unit - edge;
        return first + Math.round(at / perDay) - (which === "to" ? 1 : 0);
      };
      handle.addEventListener("pointerdown", (event) => {
        handle.setPointerCapture(event.pointerId);
        handle.dataset.held = "";
        event.preventDefault();
        handle.focus();
      });
      handle.addEventListener("pointermove", (event) => {
        if ("held" in handle.dataset) move(which, dayAt(event));
      });
      handle.addEventListener("pointerup", () => {
        delete handle.dataset.held;
        settle();
      });
      handle.addEventListener("pointercancel", () => {
        delete handle.dataset.held;
        days[which] = begun[which];
        show(which);
      });
      handle.addEventListener("keydown", (event) => {
        const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -7, PageUp: 7 }[event.key];
        if (event.key === "Home") move(which, first);
        else if (event.key === "End") move(which, last);
        else if (event.key === "Escape") {
          days[which] = begun[which];
          show(which);
        } else if (event.key === "Enter") return settle();
        else if (step) move(which, days[which] + step);
        else return;
        event.preventDefault();
        clearTimeout(timer);
        timer = setTimeout(settle, 900);
      });
      handle.addEventListener("blur", () => {
        clearTimeout(timer);
        if (!("held" in handle.dataset)) settle();
      });
      window.takeEarlyKeys(handle);
    }
  }
  picture.addEventListener("click", (event) => {
    const piece = event.target.closest("[data-piece]");
    if (!piece) return;
    if (event.shiftKey) {
      const picked = new Set((new URLSearchParams(location.search).get("pieces") ?? "").split(",").filter(Boolean));
      if (!picked.delete(piece.dataset.piece)) picked.add(piece.dataset.piece);
      go(picked.size ? { pieces: [...picked].join(",") } : {});
    } else {
      const point = Number(piece.querySelector("circle").getAttribute("cx"));
      const term = [...picture.querySelectorAll(".term rect")].find(
        (r) => point >= r.x.baseVal.value && point <= r.x.baseVal.value + r.width.baseVal.value,
      );
      if (term) go({ span: term.closest(".term").dataset.term });
    }
  });
};
