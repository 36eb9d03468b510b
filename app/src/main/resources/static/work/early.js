"use strict";
// What is done before the page has caught up. The sheet and the marking run are typed into at once, and what takes keys by
// itself, such as a handle of the year line, is used by people who do not wait for a page: keys are kept in their order and
// given to what they are for as soon as it can take them. So are clicks on what needs a script, and choices. Loaded before
// everything else, and no module, so that it is there from the first key on.
{
  const ARE_TYPED_INTO = /^\/classes\/\d+\/(marks|run)$/;
  /** Pages of one student after another, turned by the arrows and left by Escape. */
  const ARE_TURNED = /^\/classes\/\d+\/(standing\/\d+(\/parent)?|families\/letters\/\d+\/one)$/;
  const TAKES_KEYS = "[data-handle]";
  const keys = [];
  /** What takes its keys by itself by now. */
  const ready = new WeakSet();
  /** The field a page begins with. It has the focus only once the page is drawn; what is typed before is for it too. */
  const begins = () =>
    ARE_TYPED_INTO.test(location.pathname) ? null : document.querySelector("form:not([hidden]) [autofocus]");
  let hasBegun = false;
  /** What a key is for: something that takes keys, the page as a whole, or null for nothing that waits for them. */
  const meant = ({ target, key, ctrlKey, metaKey }) => {
    const own = target.closest?.(TAKES_KEYS);
    if (own) return ready.has(own) || key === "Tab" ? null : own;
    const isTaken = target.closest?.("input, textarea, select, button, a, summary");
    const isWaitedFor =
      ARE_TYPED_INTO.test(location.pathname) ||
      (/^(Arrow(Left|Right)|Escape)$/.test(key) && ARE_TURNED.test(location.pathname)) ||
      // The key of a link that is on the page already.
      document.querySelector(`a[data-key="${CSS.escape(key)}"]`) ||
      // What opens over every page, and what is typed into the field that finds.
      /^[/?|]$/.test(key) ||
      keys.some((pressed) => pressed.on === document && pressed.key === "/") ||
      (!hasBegun && key.length === 1 && !ctrlKey && !metaKey && (begins() || document.readyState === "loading"));
    return isTaken || ready.has(document) || !isWaitedFor ? null : document;
  };
  const write = (field, text) => {
    field.setRangeText(text, field.selectionStart, field.selectionEnd, "end");
    field.dispatchEvent(new Event("input", { bubbles: true }));
  };
  const keep = (event) => {
    if (event.isComposing || event.altKey || /^(F\d+|Shift|Control|Meta)$/.test(event.key)) return;
    const on = meant(event);
    if (!on) return;
    const { key, shiftKey, ctrlKey, metaKey } = event;
    keys.push({ on, key, shiftKey, ctrlKey, metaKey });
    event.preventDefault();
  };
  document.addEventListener("keydown", keep, true);

  /** Called once by whatever takes keys, when it can: gives it those that were pressed for it until now. */
  window.takeEarlyKeys = (taker = document) => {
    if (taker === document && keys.length && document.activeElement === document.body) begins()?.focus();
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
        write(target, pressed.key);
      else target.dispatchEvent(new KeyboardEvent("keydown", { ...pressed, bubbles: true, cancelable: true }));
    }
  };
  document.addEventListener("focusin", (event) => {
    if (hasBegun || event.target !== begins()) return;
    hasBegun = true;
    const isText = (pressed) => pressed.on === document && pressed.key.length === 1;
    const text = keys.filter(isText);
    keys.splice(0, keys.length, ...keys.filter((pressed) => !isText(pressed)));
    for (const { key } of text) write(event.target, key);
  });
  // A page that turns out to have nothing to type into, such as an empty class, takes its keys itself.
  window.addEventListener("load", () => {
    if (!document.querySelector("#sheet tbody tr, #run-lines, #one-by-one")) ready.add(document);
  });

  // What was pressed or chosen before the scripts it is for were there: kept in its order, and done once all are. Links and
  // buttons that send a form need no script and are not kept back.
  const acts = [];
  /** Whether the script of an element is there by now. */
  let hasScript = () => false;
  const keepAct = (event, on, act) => {
    if (hasScript(on)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    acts.push({ on, act });
  };
  document.addEventListener(
    "click",
    (event) => {
      const key = event.target.closest?.("button[type=button], td[data-w]");
      if (key && !event.target.closest("a")) keepAct(event, key, () => key.click());
    },
    true,
  );
  document.addEventListener(
    "change",
    (event) => {
      const field = event.target;
      keepAct(event, field, () => field.dispatchEvent(new Event("change", { bubbles: true })));
    },
    true,
  );
  // A form that a script alone sends has the method that sends nothing.
  document.addEventListener(
    "submit",
    (event) => {
      const form = event.target;
      if (form.method === "dialog") keepAct(event, form, () => form.requestSubmit());
    },
    true,
  );
  /** Called when scripts have started; of: tells the elements they are for. */
  window.takeEarlyActs = (of = () => true) => {
    hasScript = of;
    const own = acts.filter(({ on }) => of(on));
    acts.splice(0, acts.length, ...acts.filter(({ on }) => !of(on)));
    for (const { on, act } of own) if (on.isConnected) act();
  };
}
