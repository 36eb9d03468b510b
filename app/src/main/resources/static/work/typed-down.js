// Fields typed down a table: Enter and the arrows go to the next row, a pasted block fills from where it is pasted.

export const start = (table) => {
  const beside = (input, down, right) => {
    const fields = (row) => [...(row?.querySelectorAll("input:not([type=hidden])") ?? [])];
    const row = input.closest("tr");
    const rows = [...table.tBodies[0].rows];
    return fields(rows[rows.indexOf(row) + down])[fields(row).indexOf(input) + right];
  };
  table.tBodies[0].addEventListener("keydown", (event) => {
    const down = { Enter: event.shiftKey ? -1 : 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!down || event.target.tagName !== "INPUT") return;
    event.preventDefault();
    const next = beside(event.target, down, 0);
    next?.focus();
    next?.select();
  });
  table.tBodies[0].addEventListener("keydown", (event) => {
    if (event.key.toLowerCase() !== "d" || !(event.ctrlKey || event.metaKey) || event.target.tagName !== "INPUT")
      return;
    event.preventDefault();
    const above = beside(event.target, -1, 0);
    if (!above) return;
    event.target.value = above.value;
    event.target.dispatchEvent(new Event("input", { bubbles: true }));
  });
  table.tBodies[0].addEventListener("paste", (event) => {
    const text = event.clipboardData.getData("text/plain").replace(/\r?\n$/, "");
    if (!/[\t\n]/.test(text)) return;
    event.preventDefault();
    text.split(/\r?\n/).forEach((line, down) =>
      line.split("\t").forEach((cell, right) => {
        const field = beside(event.target, down, right);
        if (!field) return;
        field.value = cell.trim();
        field.dispatchEvent(new Event("input", { bubbles: true }));
      }),
    );
  });
};
