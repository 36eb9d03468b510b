// A form that was refused says beside each field what is wrong with it, until that field is altered.
const SHOWN = "input:not([type=hidden]), select, textarea";

/** The field of a reason: of that name, in the reason's form where it stands in one; the line counts those of one name. */
function fieldOf(reason) {
  const name = `[name="${CSS.escape(reason.dataset.field)}"]`;
  const named = [...(reason.closest("form")?.querySelectorAll(name) ?? document.querySelectorAll(`form[method=post] ${name}`))];
  return named.filter((it) => it.matches(SHOWN))[Number(reason.dataset.line)];
}

function place(field) {
  return field.type === "radio" || field.type === "checkbox"
    ? (field.closest("fieldset") ?? field.closest("label"))
    : (field.closest(".select") ?? field);
}

/** Tells one reason beside its field; gives the field, or undefined where the page has none of that name. */
function tell(reason, number) {
  const field = fieldOf(reason);
  if (!field) return undefined;
  const words = document.createElement("span");
  words.className = "field-problem";
  words.id = `field-problem-${number}`;
  words.textContent = reason.textContent;
  place(field).after(words);
  const described = field.getAttribute("aria-describedby");
  field.setAttribute("aria-invalid", "true");
  field.setAttribute("aria-describedby", described ? `${described} ${words.id}` : words.id);
  const folded = field.closest("details");
  if (folded) folded.open = true;
  const right = () => {
    words.remove();
    field.removeAttribute("aria-invalid");
    if (described) field.setAttribute("aria-describedby", described);
    else field.removeAttribute("aria-describedby");
  };
  field.addEventListener("input", right, { once: true });
  return field;
}

/** @param {HTMLElement} notice that lists all reasons */
export function start(notice) {
  const fields = [...notice.querySelectorAll("[data-field]")].map(tell).filter(Boolean);
  fields[0]?.focus({ preventScroll: notice.getBoundingClientRect().bottom > 0 });
}
