// Date fields as the pages write days, “24 Feb 2027”, whatever the browser's own language is: typed in any usual way, shown back
// as it was understood, and sent as 2027-02-24. On a touch screen the device's own picker serves better and stays.
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sept", "Oct", "Nov", "Dec"];
const WRITTEN = [
  [/^(\d{4})-(\d{1,2})-(\d{1,2})$/, ([, year, month, day]) => [year, month, day]],
  // The day comes first, as the pages write it.
  [/^(\d{1,2})(?:st|nd|rd|th)?[\s./-]+(\d{1,2}|[a-z]{3,9})\.?,?[\s./-]+(\d{4}|\d{2})$/i, ([, day, month, year]) => [year, month, day]],
  [/^([a-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4}|\d{2})$/i, ([, month, day, year]) => [year, month, day]],
];

const monthOf = (text) =>
  /^\d+$/.test(text) ? Number(text) : MONTHS.findIndex((name) => text.toLowerCase().startsWith(name.slice(0, 3).toLowerCase())) + 1;

/** “24 Feb 2027”, “24.2.2027”, “24/02/27”, “Feb 24, 2027” as 2027-02-24; null for what is no day. */
export const readDay = (text) => {
  for (const [pattern, parts] of WRITTEN) {
    const found = pattern.exec(text.trim());
    if (!found) continue;
    const [y, m, d] = parts(found);
    const year = Number(y.length === 2 ? `20${y}` : y);
    const month = monthOf(m);
    const day = Number(d);
    const made = new Date(Date.UTC(year, month - 1, day));
    const is = month > 0 && made.getUTCFullYear() === year && made.getUTCMonth() === month - 1 && made.getUTCDate() === day;
    return is && year >= 1900 && year <= 2199 ? made.toISOString().slice(0, 10) : null;
  }
  return null;
};

/** As a field shows it; what is no day stays as it was typed. */
export const showDay = (text) => {
  const [year, month, day] = (readDay(text) ?? "").split("-");
  return day ? `${Number(day)} ${MONTHS[Number(month) - 1]} ${year}` : text;
};

/** The fields of a part of a page, also of rows that wait in a template. */
export const dress = (root) => {
  for (const field of root.querySelectorAll("input[type=date]")) {
    // What was refused stands in the attribute; a date field would show nothing of it.
    const typed = field.getAttribute("value") ?? "";
    const now = field.value;
    field.type = "text";
    field.dataset.day = "";
    field.autocomplete = "off";
    field.defaultValue = showDay(typed);
    // Filled in before this script was there.
    if (now && now !== typed) field.value = showDay(now);
    field.title ||= "Such as 24 Feb 2027";
  }
  for (const template of root.querySelectorAll("template")) dress(template.content);
};

const isHere = () => matchMedia("(pointer: fine)").matches;

/** The same for what was put into the page later; nothing on a touch screen. */
export const dressHere = (root) => {
  if (isHere()) dress(root);
};

export const start = () => {
  if (!isHere()) return;
  dress(document);
  document.addEventListener("change", (event) => {
    if (event.target.matches?.("input[data-day]")) event.target.value = showDay(event.target.value);
  });
  document.addEventListener("formdata", ({ target, formData }) => {
    const fields = [...target.elements].filter((it) => it.matches("input[data-day]") && it.name && !it.disabled);
    for (const name of new Set(fields.map((it) => it.name))) {
      formData.delete(name);
      for (const field of fields.filter((it) => it.name === name)) formData.append(name, readDay(field.value) ?? field.value);
    }
  });
};
