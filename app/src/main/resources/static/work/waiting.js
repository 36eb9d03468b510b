// What waits in this browser, told on the desk: marks and notes that a page closed before they were saved.
export const start = (place, store = () => localStorage) => {
  const kinds = [
    ["entry", "mark", "marks"],
    ["remark", "note", "notes"],
  ];
  const counts = new Map();
  try {
    const own = store();
    for (let i = 0; i < own.length; i++) {
      const [, kind, teacher, ofClass] = own.key(i).split(".");
      if (
        own.key(i).startsWith("aestimo.") &&
        teacher === document.body.dataset.teacher &&
        kinds.some(([it]) => it === kind)
      ) {
        const line = counts.get(ofClass) ?? {};
        line[kind] = (line[kind] ?? 0) + 1;
        counts.set(ofClass, line);
      }
    }
  } catch {
    return; /* a browser that keeps nothing has nothing waiting */
  }
  for (const [ofClass, line] of counts) {
    const link = document.querySelector(`a.desk-class[data-class="${CSS.escape(ofClass)}"]`);
    if (!link) continue;
    const words = kinds
      .filter(([kind]) => line[kind])
      .map(([kind, one, many]) => `${line[kind]} ${line[kind] === 1 ? one : many}`)
      .join(" and ");
    const it = document.createElement("p");
    it.className = "notice is-doubt";
    const to = document.createElement("a");
    to.href = link.href;
    to.textContent = "Open the class to send what waits";
    const verb = (line.entry ?? 0) + (line.remark ?? 0) === 1 ? "is" : "are";
    it.append(`${link.dataset.title}: ${words} typed in this browser ${verb} not saved yet. `, to, ".");
    place.append(it);
  }
};
