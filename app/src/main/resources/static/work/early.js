"use strict";
// Keys pressed before the page has caught up: the sheet and the marking run are typed into at once, and what takes keys by
// itself, such as a handle of the year line, is used by people who do not wait for a page. They are kept in their order,
// and given to what they are for as soon as it can take them. Loaded before everything else, and no module, so that it is
// there from the first key on.
{
  const ARE_TYPED_INTO = /^\/classes\/\d+\/(marks|run)$/;
  const TAKES_KEYS = "[data-handle]";
  const keys = [];
  /** What takes its keys by itself by now. */
  const ready = new WeakSet();
  /** What a key is for: something that takes keys, the page as a whole, or null for nothing that waits for them. */
  const meant = (target, key) => {
    const own = target.closest?.(TAKES_KEYS);
    if (own) return ready.has(own) || key === "Tab" ? null : own;
    const isTaken = target.closest?.("input, textarea, select, button, a, summary");
    return isTaken || ready.has(document) || !ARE_TYPED_INTO.test(location.pathname) ? null : document;
  };
  const keep = (event) => {
    if (event.isComposing || event.altKey || /^(F\d+|Shift|Control|Meta)$/.test(event.key)) return;
    const on = meant(event.target, event.key);
    if (!on) return;
    const { key, shiftKey, ctrlKey, metaKey } = event;
    keys.push({ on, key, shiftKey, ctrlKey, metaKey });
    event.preventDefault();
  };
  document.addEventListener("keydown", keep, true);

  /** Called once by whatever takes keys, when it can: gives it those that were pressed for it until now. */
  window.takeEarlyKeys = (taker = document) => {
    ready.add(taker);
    const own = keys.filter((pressed) => pressed.on === taker);
    keys.splice(0, keys.length, ...keys.filter((pressed) => pressed.on !== taker));
    for (const { on, ...pressed } of own) {
      if (on !== document) {
        on.dispatchEvent(new KeyboardEvent("keydown", { ...pressed, bubbles: true, cancelable: true }));
        continue;
      }
      const target = document.activeElement ?? document.body;
      const isText = pressed.key.length === 1 && !pressed.ctrlKey && !pressed.metaKey;
      if (isText && target.matches("input, textarea"))
        target.setRangeText(pressed.key, target.selectionStart, target.selectionEnd, "end");
      else target.dispatchEvent(new KeyboardEvent("keydown", { ...pressed, bubbles: true, cancelable: true }));
    }
  };
  // A page that turns out to have nothing to type into, such as an empty class, takes its keys itself.
  window.addEventListener("load", () => {
    if (!document.querySelector("#sheet tbody tr, #run-lines")) ready.add(document);
  });
}
