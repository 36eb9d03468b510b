// A block of cells as spreadsheets copy them: tabs between cells, a line for each row.
export const textOf = (rows) => rows.map((row) => row.map((it) => it.replace(/[\t\r\n]+/g, " ")).join("\t")).join("\n");

export const htmlOf = (rows) => {
  const table = document.createElement("table");
  for (const row of rows) {
    const line = table.insertRow();
    for (const it of row) line.insertCell().textContent = it;
  }
  return table.outerHTML;
};

export const rowsOf = (text) =>
  text
    .replace(/\r\n?/g, "\n")
    .replace(/\n$/, "")
    .split("\n")
    .map((line) => line.split("\t").map((it) => it.trim()));
