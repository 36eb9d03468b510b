// Dots of a picture tell whose they are; the words keep within it.

const named = (event) => {
  const dot = event.target.closest?.(".dot[data-name]");
  const words = event.target.closest?.("svg")?.querySelector("text.named");
  if (!words) return;
  words.textContent = dot && event.type !== "focusout" ? dot.dataset.name : "";
  if (!dot) return;
  const circle = dot.querySelector("circle");
  const [x, y] = [circle.cx.baseVal.value, circle.cy.baseVal.value];
  const right = x > words.ownerSVGElement.viewBox.baseVal.width / 2;
  words.setAttribute("x", right ? x - 10 : x + 10);
  words.setAttribute("y", Math.max(30, y - 8));
  words.setAttribute("text-anchor", right ? "end" : "start");
};

export const start = () => {
  for (const kind of ["mouseover", "focusin", "focusout"]) document.addEventListener(kind, named);
  // A dot that had the focus before this could listen.
  named({ type: "focusin", target: document.activeElement });
};
