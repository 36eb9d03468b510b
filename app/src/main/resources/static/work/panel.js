// What opens over a page, from the spine or by a key: the field that finds, and the help.

/**
 * panel: what is shown and hidden; link: what opens it; key: the same by a key, unless it is wanted where the focus is.
 * opened: called when it opens. Gives a function that closes it.
 */
export const panel = ({ panel: box, link, key, opened }) => {
  let before = null;
  const close = () => {
    box.hidden = true;
    // Else it keeps the keys until the page is drawn next, and what is typed at once is lost in it.
    if (box.contains(document.activeElement)) document.activeElement.blur();
    before?.focus();
  };
  const open = () => {
    before = document.activeElement;
    box.hidden = false;
    opened();
  };
  link.addEventListener("click", (event) => {
    if (event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    open();
  });
  document.addEventListener("keydown", (event) => {
    if (event.key !== key || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
    if (event.target.closest("input, textarea, select")) return;
    event.preventDefault();
    if (box.hidden) open();
    else close();
  });
  box.addEventListener("keydown", (event) => {
    if (event.key !== "Escape") return;
    event.preventDefault();
    event.stopPropagation();
    close();
  });
  document.addEventListener("pointerdown", (event) => {
    if (!box.hidden && !box.contains(event.target) && event.target !== link) box.hidden = true;
  });
};
