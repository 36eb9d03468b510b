"use strict";
// Notes and memos of entries. What is typed stands in the browser's storage until the server has kept it. A box holds
// both fields of one entry; the sheet's margin has one at a time, the marking run one in each line.
aestimo.remarks = ({ view, ask, key, onKept, boxes = () => view.querySelectorAll(".remarks") }) => {
  const keyOf = (box) => `${key}${box.dataset.a}.${box.dataset.s}.${box.dataset.p}`;
  const areas = (box) => [box.querySelector("[name=note]"), box.querySelector("[name=memo]")];
  const count = (area) => { const left = area.closest("label").querySelector("[data-left]"); if (left && area.maxLength > 0) left.textContent = area.value ? `${area.maxLength - area.value.length} left` : ""; };
  const stood = new WeakMap();
  /** Called whenever other entries are shown. */
  const take = () => {
    for (const box of boxes()) {
      if (stood.has(box)) continue;
      const [note, memo] = areas(box);
      stood.set(box, { note: note.value, memo: memo.value });
      try {
        const draft = JSON.parse(localStorage.getItem(keyOf(box)) ?? "null");
        if (draft) { note.value = draft.note; memo.value = draft.memo; save(box); }
      } catch { /* no storage: nothing was left there */ }
      count(note);
      count(memo);
    }
  };
  const save = async (box) => {
    const [note, memo] = areas(box);
    const was = stood.get(box);
    const now = { note: note.value, memo: memo.value };
    if (was.note === now.note && was.memo === now.memo) { localStorage.removeItem(keyOf(box)); return; }
    const said = box.querySelector("[data-said]");
    said.textContent = "on the way…";
    try {
      const response = await ask("PUT", "/entries/remarks", [{ assessment: Number(box.dataset.a), student: Number(box.dataset.s), part: Number(box.dataset.p), wasNote: was.note, wasMemo: was.memo, ...now }]);
      if (response.ok) {
        stood.set(box, now);
        try { localStorage.removeItem(keyOf(box)); } catch { /* none there */ }
        said.textContent = "kept";
        onKept(Number(box.dataset.a), Number(box.dataset.s), Number(box.dataset.p), Boolean(now.note || now.memo));
      } else if (response.status === 422) said.textContent = (await response.json()).problems.join(" ");
      else {
        said.textContent = "Not kept yet: sign in again, and it is. It stays in this browser.";
        aestimo.signInAgain(() => save(box));
      }
    } catch { said.textContent = "Not kept yet: no answer. It stays in this browser and is tried again when you come back to this entry."; }
  };
  const boxOf = (target) => { const box = target.closest(".remarks"); return box && stood.has(box) ? box : null; };
  view.addEventListener("input", (event) => {
    const box = boxOf(event.target);
    if (!box) return;
    count(event.target);
    const [note, memo] = areas(box);
    try { localStorage.setItem(keyOf(box), JSON.stringify({ note: note.value, memo: memo.value })); } catch { /* then it lasts as long as the page */ }
  });
  view.addEventListener("change", (event) => { const box = boxOf(event.target); if (box) save(box); });
  return { take, open: (name) => view.querySelector(`.remarks [name=${name}]`)?.focus() };
};
