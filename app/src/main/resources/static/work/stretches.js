// The rail of a sentence group: its thresholds are dragged, or moved by keys, and their fields with them.
export const start = (form) => {
  const rail = document.getElementById("group-rail");
  const fieldOf = (peg) => form.querySelectorAll(".stretches [name=from]")[Number(peg.dataset.line)];
  let held = null;
  const put = (peg, number) => {
    const field = fieldOf(peg);
    field.value = String(Math.round(number * 2) / 2);
    peg.setAttribute("aria-valuenow", field.value);
    peg.querySelector("text").textContent = field.value;
    const x = 10 + (Number(field.value) - Number(peg.dataset.low)) * Number(peg.dataset.unit);
    const from = Number(peg.querySelector("line").getAttribute("x1"));
    peg.setAttribute("transform", `translate(${x - from} 0)`);
  };
  const told = (peg) => fieldOf(peg).dispatchEvent(new Event("change", { bubbles: true }));
  rail.addEventListener("pointerdown", (event) => {
    held = event.target.closest(".peg");
    if (!held) return;
    rail.setPointerCapture(event.pointerId);
    event.preventDefault();
  });
  rail.addEventListener("pointermove", (event) => {
    if (!held) return;
    const picture = held.ownerSVGElement;
    const box = picture.getBoundingClientRect();
    const x = ((event.clientX - box.left) * picture.viewBox.baseVal.width) / box.width;
    put(held, Number(held.dataset.low) + (x - 10) / Number(held.dataset.unit));
  });
  for (const kind of ["pointerup", "pointercancel"])
    rail.addEventListener(kind, () => {
      if (held) told(held);
      held = null;
    });
  rail.addEventListener("keydown", (event) => {
    const peg = event.target.closest(".peg");
    const step = { ArrowLeft: -0.5, ArrowDown: -0.5, ArrowRight: 0.5, ArrowUp: 0.5, PageDown: -5, PageUp: 5 }[event.key];
    if (!peg || !step) return;
    event.preventDefault();
    put(peg, Number(fieldOf(peg).value) + step);
    told(peg);
  });
};
