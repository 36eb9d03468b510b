// Finding a student in a marking run, scripts that lie in no order, and showing only the unmarked.
import { findRow } from "../sheet/find.js";

export const startFinding = (run, lines) => {
  const find = document.getElementById("find");
  const pile = document.getElementById("pile");
  const pileKey = document.getElementById("pile-key");
  const { only } = lines;

  const found = (text) => {
    const people = lines.all.map((line) => ({ number: line.dataset.n, name: lines.nameOf(line) }));
    return lines.all[findRow(people, text)];
  };
  find?.addEventListener("input", () => {
    const line = found(find.value);
    find.classList.toggle("is-danger", !line && find.value.trim() !== "");
    if (line) lines.go(line, { focus: false });
  });
  find?.addEventListener("keydown", (event) => {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    const line = found(find.value);
    if (event.key === "Enter" && !line) return;
    find.value = "";
    find.classList.remove("is-danger");
    lines.go(line || lines.now);
  });
  pile?.addEventListener("change", () => {
    pileKey.setAttribute("aria-pressed", String(pile.checked));
    find.closest(".find").classList.toggle("is-open", pile.checked);
    if (pile.checked) find.focus();
    else lines.go(lines.now);
  });
  pileKey?.addEventListener("click", () => {
    pile.checked = !pile.checked;
    pile.dispatchEvent(new Event("change"));
  });

  // Only the unmarked: those marked since stay in sight, so that what was just done can be seen.
  const narrow = () => {
    lines.list.classList.toggle("is-only", only.checked);
    for (const line of lines.all) line.classList.toggle("was-done", only.checked && lines.isDone(line));
    const narrowed = (address) => {
      if (only.checked) address.searchParams.set("only", "");
      else address.searchParams.delete("only");
      return address;
    };
    history.replaceState(null, "", narrowed(new URL(location.href)));
    for (const link of run.querySelectorAll(".run-head > a[href*='/run?']")) link.href = narrowed(new URL(link.href));
  };
  only.addEventListener("change", () => {
    narrow();
    if (!lines.isShown(lines.now)) lines.go(lines.all.find((line) => lines.isShown(line)) ?? lines.now);
    else lines.go(lines.now);
  });
  narrow();

  return {
    /** Leads to finding, where a run has it; says whether it has. */
    begin() {
      find?.focus();
      return Boolean(find);
    },
    /** Whether each mark is followed by finding whose script is the next in the pile. */
    isPile: () => Boolean(pile?.checked && find),
  };
};
