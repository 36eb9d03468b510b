// Trying out: pegs of the rail drag or step by half a point, and whatever is typed is looked at by the server at once.
import { fragment } from "./ask.js";

export const start = (form) => {
  const rail = document.getElementById("try-rail");
  const problems = document.getElementById("try-problems");
  const small = matchMedia("(max-width: 719px)");
  let asking = false;
  let again = false;
  let held = null;
  let later = 0;
  // Only the picture in sight is drawn anew.
  const asked = () => {
    const fields = new URLSearchParams(new FormData(form));
    if (small.matches) fields.set("narrow", "yes");
    return fields;
  };
  // One question on its way at a time; the last state of the form is always asked for.
  const look = async () => {
    if (asking) {
      again = true;
      return;
    }
    asking = true;
    do {
      again = false;
      try {
        show(await fragment(form.dataset.look, { method: "POST", body: asked() }));
      } catch {
        problems.replaceChildren(document.getElementById("try-unreachable").content.cloneNode(true));
      }
    } while (again);
    asking = false;
  };
  const into = (part) => document.getElementById(part.dataset.into).replaceChildren(...part.childNodes);
  const show = (words) => {
    const parsed = new DOMParser().parseFromString(words, "text/html");
    const parts = parsed.querySelectorAll("[data-into]");
    if (!parts.length) {
      problems.innerHTML = words;
      return;
    }
    problems.innerHTML = "";
    const focused = document.activeElement.closest?.("#try-rail .peg")?.dataset.label;
    // The picture first: the long table waits for the frame after it.
    const rows = [...parts].find((part) => part.dataset.into === "try-rows");
    for (const part of parts) if (part !== rows) into(part);
    cancelAnimationFrame(later);
    later = requestAnimationFrame(() => {
      later = requestAnimationFrame(() => into(rows));
    });
    if (focused) peg(focused)?.focus();
    if (held) shift(held.label, held.value);
  };
  const peg = (label) =>
    [...rail.querySelectorAll(".boundary-rail")]
      .filter((picture) => picture.getBoundingClientRect().width > 0)
      .flatMap((picture) => [...picture.querySelectorAll(".peg")])
      .find((own) => own.dataset.label === label);
  const field = (label) => form.querySelector(`input[data-band="${CSS.escape(label)}"]`);
  // The peg itself follows at once; the dots and figures with the answer.
  const shift = (label, value) => {
    const own = peg(label);
    if (!own) return;
    own.setAttribute("transform", `translate(${(value - Number(own.dataset.from)) * Number(own.dataset.unit)} 0)`);
    own.setAttribute("aria-valuenow", value);
    own.querySelector("text").textContent = value;
  };
  const put = (label, value) => {
    const whole = Math.max(0, Math.min(100, Math.round(value * 2) / 2));
    if (Number(field(label).value) === whole) return;
    field(label).value = String(whole);
    if (held) held.value = whole;
    shift(label, whole);
    look();
  };
  rail.addEventListener("pointerdown", (event) => {
    const own = event.target.closest(".peg");
    if (!own) return;
    event.preventDefault();
    own.focus();
    const picture = own.ownerSVGElement;
    const perPixel = picture.viewBox.baseVal.width / picture.getBoundingClientRect().width;
    held = {
      label: own.dataset.label,
      start: event.clientX,
      from: Number(own.dataset.from),
      perPixel: perPixel / Number(own.dataset.unit),
      value: Number(own.dataset.from),
    };
    rail.setPointerCapture(event.pointerId);
  });
  rail.addEventListener("pointermove", (event) => {
    if (held) put(held.label, held.from + (event.clientX - held.start) * held.perPixel);
  });
  for (const kind of ["pointerup", "pointercancel"])
    rail.addEventListener(kind, () => {
      held = null;
    });
  rail.addEventListener("keydown", (event) => {
    const own = event.target.closest(".peg");
    const step = { ArrowLeft: -0.5, ArrowDown: -0.5, ArrowRight: 0.5, ArrowUp: 0.5, PageDown: -5, PageUp: 5 }[
      event.key
    ];
    if (!own || !step) return;
    event.preventDefault();
    const now = Number(field(own.dataset.label).value);
    put(own.dataset.label, (Number.isFinite(now) ? now : Number(own.dataset.from)) + step);
  });
  small.addEventListener("change", () => look());
  form.addEventListener("input", (event) => {
    if (event.target.name !== "tryOutName") look();
  });
};
