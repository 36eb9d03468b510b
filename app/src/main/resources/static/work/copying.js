// A table into the clipboard, as spreadsheets and letters take it; a page onto paper.
import { htmlOf, textOf } from "./blocks.js";

export const start = (key) => {
  // A click before this was there would have done nothing.
  key.disabled = false;
  key.addEventListener("click", async () => {
    const rows = [...document.querySelector(key.dataset.copy).rows].map((row) =>
      [...row.cells].map((cell) => cell.textContent.trim().replace(/\s+/g, " ")),
    );
    const kinds = { "text/plain": textOf(rows), "text/html": htmlOf(rows) };
    try {
      await navigator.clipboard.write([
        new ClipboardItem(
          Object.fromEntries(Object.entries(kinds).map(([kind, text]) => [kind, new Blob([text], { type: kind })])),
        ),
      ]);
      key.textContent = "Copied";
    } catch {
      key.textContent = "This browser does not let a page copy";
    }
  });
};
