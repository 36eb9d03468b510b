// A marking run: one assessment down the class, or a student's assessments one after the other. Every line can be typed
// into; the one being marked stands large.
import { startRemarks } from "./remarks.js";
import { startFinding } from "./run/finding.js";
import { Lines } from "./run/lines.js";
import { startSaving } from "./run/saving.js";
import { startThumbs } from "./run/thumbs.js";
import { startTyping } from "./run/typing.js";

export const start = (run) => {
  const lines = new Lines(run);
  const saving = startSaving(run, lines);
  const finding = startFinding(run, lines);
  const typing = startTyping(lines, saving, finding);
  const small = startThumbs(run, lines, saving, typing);
  startRemarks({
    view: lines.list,
    ask: saving.ask,
    key: `aestimo.remark.${document.body.dataset.teacher}.${run.dataset.class}.`,
    onKept: () => {},
    boxes: () => lines.list.querySelectorAll(".run-note"),
  }).take();
  saving.resume();
  const first = lines.all.find((line) => lines.isShown(line) && !lines.isDone(line)) ?? lines.all[0];
  lines.go(first, { focus: !small.matches });
  window.takeEarlyKeys();
};
