// Letters one by one, by keys.
export const start = () => {
  document.addEventListener("keydown", (event) => {
    if (event.defaultPrevented || event.ctrlKey || event.altKey || event.metaKey) return;
    if (event.target.closest("input, textarea, select, [contenteditable]")) return;
    const to = { ArrowLeft: "before", ArrowRight: "after" }[event.key];
    if (to) document.getElementById(to)?.click();
    else if (event.key === "p") document.getElementById("own-words")?.focus();
    else return;
    event.preventDefault();
  });
  document.querySelector(".letter-people [aria-current]")?.scrollIntoView({ block: "nearest" });
  window.takeEarlyKeys();
};
