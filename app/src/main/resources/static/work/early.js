"use strict";
// Keys pressed before the page has caught up: the sheet and the marking run are typed into at once, by people who do not
// wait for a page. They are kept in their order, and given to the page as soon as it can take them. Loaded before
// everything else, and no module, so that it is there from the first key on.
{
  const ARE_TYPED_INTO = /^\/classes\/\d+\/(marks|run)$/;
  const keys = [];
  const keep = (event) => {
    const isTaken = event.target.closest?.("input, textarea, select, button, a, summary");
    if (event.isComposing || event.altKey || isTaken || /^(F\d+|Shift|Control|Meta)$/.test(event.key)) return;
    const { key, shiftKey, ctrlKey, metaKey } = event;
    keys.push({ key, shiftKey, ctrlKey, metaKey });
    event.preventDefault();
  };
  if (ARE_TYPED_INTO.test(location.pathname)) document.addEventListener("keydown", keep, true);

  /** Called once, when the page can take keys: gives it those that were pressed until now. */
  window.takeEarlyKeys = () => {
    document.removeEventListener("keydown", keep, true);
    for (const pressed of keys.splice(0)) {
      const target = document.activeElement ?? document.body;
      const isText = pressed.key.length === 1 && !pressed.ctrlKey && !pressed.metaKey;
      if (isText && target.matches("input, textarea"))
        target.setRangeText(pressed.key, target.selectionStart, target.selectionEnd, "end");
      else target.dispatchEvent(new KeyboardEvent("keydown", { ...pressed, bubbles: true, cancelable: true }));
    }
  };
  // A page that turns out to have nothing to type into, such as an empty class, takes its keys itself.
  window.addEventListener("load", () => {
    if (!document.querySelector("#sheet tbody tr, #run-lines")) document.removeEventListener("keydown", keep, true);
  });
}
