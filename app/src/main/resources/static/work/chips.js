// Words with figures in them: what stands in braces is shown as a chip, and put in from a list that narrows as one types
// after “{”. The form's own field keeps the text; this shows it.
import { element } from "./elements.js";

const TOKEN = /\\.|\{[^{}]*\}|[*_]|[^\\{*_]+|./gs;
/** What the list behind “{” offers, from the page. */
const offered = () =>
  [...document.querySelectorAll("#figures option")].map((option) => ({
    text: option.value,
    words: option.label,
    among: option.dataset.among,
    ways: (option.dataset.ways ?? "")
      .split("|")
      .filter((it) => it)
      .map((it) => it.split(/:(.*)/s)),
  }));

class Editor {
  constructor(field, all) {
    this.field = field;
    this.all = all;
    this.box = element("div", {
      className: "chip-editor",
      contentEditable: "true",
      role: "textbox",
      ariaMultiLine: "true",
      ariaLabel: field.getAttribute("aria-label"),
      spellcheck: true,
    });
    this.list = null;
    this.show(field.value);
    field.hidden = true;
    field.after(this.box);
    this.box.addEventListener("input", () => this.typed());
    this.box.addEventListener("keydown", (event) => this.key(event));
    this.box.addEventListener("paste", (event) => {
      event.preventDefault();
      document.execCommand("insertText", false, event.clipboardData.getData("text/plain"));
    });
    this.box.addEventListener("click", (event) => {
      const chip = event.target.closest(".chip");
      if (chip) this.choose(chip);
    });
    this.box.addEventListener("blur", () => setTimeout(() => this.close(), 150));
    field.addEventListener("begin", () => this.box.focus());
  }

  chip(text) {
    const [, key, way] = text.match(/^(.*?)(?: as ([a-z]+))?$/s);
    const known = this.all.find((it) => it.text === text) ?? this.all.find((it) => it.text === key);
    const shown = known?.ways.find(([name]) => name === way)?.[1];
    const chip = element("span", {
      className: known ? "chip" : "chip is-unknown",
      contentEditable: "false",
      textContent: (known?.words ?? text) + (shown ? `, ${shown}` : ""),
    });
    chip.dataset.text = text;
    if (text.startsWith("sentences:")) chip.classList.add("is-group");
    return chip;
  }

  /** Shows saved text: a line for each paragraph, bold and italics as such. */
  show(text) {
    this.box.replaceChildren(
      ...text.split(/\r?\n/).map((line) => {
        const paragraph = document.createElement("div");
        let into = paragraph;
        for (const [token] of line.matchAll(TOKEN)) {
          const name = token === "*" ? "b" : token === "_" ? "i" : "";
          if (token.length > 2 && token.startsWith("{")) into.append(this.chip(token.slice(1, -1).replace(/\\(.)/g, "$1")));
          else if (name && into.localName === name) into = into.parentElement;
          else if (name && line.slice(line.indexOf(token) + 1).includes(token)) {
            const styled = document.createElement(name);
            into.append(styled);
            into = styled;
          } else into.append(token.length === 2 && token.startsWith("\\") ? token[1] : token);
        }
        if (!paragraph.childNodes.length) paragraph.append(document.createElement("br"));
        return paragraph;
      }),
    );
  }

  /** The text as it is saved. */
  read() {
    const escaped = (text) => text.replace(/\u00a0/g, " ").replace(/[\\*_{}]/g, "\\$&");
    const of = (node) => {
      if (node.nodeType === Node.TEXT_NODE) return escaped(node.data);
      if (node.localName === "br") return "";
      if (node.dataset?.text !== undefined) return `{${node.dataset.text.replace(/[\\{}]/g, "\\$&")}}`;
      const within = [...node.childNodes].map(of).join("");
      if (!within.trim()) return within;
      const bold = node.localName === "b" || node.localName === "strong";
      const italic = node.localName === "i" || node.localName === "em";
      return bold ? `*${within}*` : italic ? `_${within}_` : within;
    };
    const lines = [];
    let open = "";
    for (const node of this.box.childNodes) {
      if (node.localName === "div" || node.localName === "p") {
        if (open) lines.push(open);
        open = "";
        lines.push(of(node));
      } else open += of(node);
    }
    if (open) lines.push(open);
    return lines.join("\n");
  }

  typed() {
    this.save();
    const before = this.before();
    const brace = before.lastIndexOf("{");
    if (brace >= 0 && before.length - brace < 40) this.offer(before.slice(brace + 1));
    else this.close();
  }

  save() {
    this.field.value = this.read();
    this.field.dispatchEvent(new Event("input", { bubbles: true }));
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.field.dispatchEvent(new Event("change", { bubbles: true })), 500);
  }

  /** What stands before the caret in its piece of text. */
  before() {
    const { anchorNode, anchorOffset } = getSelection();
    return anchorNode?.nodeType === Node.TEXT_NODE && this.box.contains(anchorNode)
      ? anchorNode.data.slice(0, anchorOffset)
      : "";
  }

  /** The list, narrowed by what was typed: by the beginnings of words first. */
  offer(typed) {
    const asked = typed.toLowerCase().trim();
    const fits = (one) => ` ${one.words} ${one.text}`.toLowerCase().includes(asked);
    const begins = (one) => ` ${one.words}`.toLowerCase().includes(` ${asked}`);
    const found = this.all.filter(fits).sort((one, other) => begins(other) - begins(one));
    this.open(
      found.slice(0, 40).map((one) => ({ ...one, put: () => this.put(one.text, typed.length + 1) })),
      found.length ? "" : "No figure of that name.",
    );
  }

  open(rows, empty = "") {
    this.close();
    this.rows = rows;
    this.list = element("ul", { className: "chip-list", role: "listbox" });
    if (empty) this.list.append(element("li", { className: "quiet", textContent: empty }));
    this.list.append(
      ...rows.map((row) => {
        const line = element("li", { role: "option" });
        line.append(row.words, element("small", { textContent: row.among ?? "" }));
        line.addEventListener("mousedown", (event) => {
          event.preventDefault();
          row.put();
        });
        return line;
      }),
    );
    this.box.after(this.list);
    this.at = 0;
    this.mark();
  }

  mark() {
    const lines = [...(this.list?.querySelectorAll("[role=option]") ?? [])];
    for (const [i, line] of lines.entries()) line.setAttribute("aria-selected", String(i === this.at));
    lines[this.at]?.scrollIntoView({ block: "nearest" });
  }

  close() {
    this.list?.remove();
    this.list = null;
  }

  /** In place of the brace and what was typed after it. */
  put(text, typed) {
    const selection = getSelection();
    const range = selection.getRangeAt(0);
    range.setStart(range.startContainer, range.startOffset - typed);
    range.deleteContents();
    const chip = this.chip(text);
    range.insertNode(chip);
    chip.after("\u200b");
    selection.setPosition(chip.nextSibling, 1);
    this.close();
    this.save();
  }

  /** How a chip's figure is shown, or another figure in its place. */
  choose(chip) {
    const [, key] = chip.dataset.text.match(/^(.*?)(?: as [a-z]+)?$/s);
    const known = this.all.find((it) => it.text === key);
    if (!known || known.ways.length < 2) return;
    this.open(
      known.ways.map(([way, words]) => ({
        words,
        put: () => {
          chip.replaceWith(this.chip(way ? `${key} as ${way}` : key));
          this.close();
          this.save();
        },
      })),
    );
  }

  key(event) {
    if (event.isComposing) return;
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (this.list && by) {
      this.at = Math.max(0, Math.min(this.rows.length - 1, this.at + by));
      this.mark();
    } else if (this.list && (event.key === "Enter" || event.key === "Tab") && this.rows.length) this.rows[this.at].put();
    else if (this.list && event.key === "Escape") {
      this.close();
      event.stopPropagation();
    } else if (event.key === "Enter" && event.ctrlKey && this.field.name === "wording")
      this.box.closest(".wordings").querySelector(".wording-acts button").click();
    else return;
    event.preventDefault();
  }
}

/** @param {HTMLFormElement} form whose words are shown with chips, those of blocks that are added later too */
export const start = (form) => {
  const all = offered();
  const build = () => {
    for (const field of form.querySelectorAll("textarea[data-words]"))
      if (!field.nextElementSibling?.matches(".chip-editor")) new Editor(field, all);
  };
  new MutationObserver(build).observe(form, { childList: true, subtree: true });
  build();
};
