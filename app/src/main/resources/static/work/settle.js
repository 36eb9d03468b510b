// Settling an import: every choice is sent at once, and the page comes back where it was scrolled to, with the focus.
// A text is sent once typing has gone on to no other field; a button pressed meanwhile sends it along itself.
export const start = (form) => {
  const page = document.getElementById("page");
  const kept = `aestimo-scroll-${location.pathname}`;
  try {
    const { top, field } = JSON.parse(sessionStorage.getItem(kept) ?? "{}");
    page.scrollTop = Number(top ?? 0);
    if (field) form.elements.namedItem(field)?.focus?.({ preventScroll: true });
  } catch {
    /* then it begins at its top */
  }
  sessionStorage.removeItem(kept);
  const isText = (it) => it?.form === form && it.matches("input:not([type=checkbox]):not([type=hidden])");
  let changed = false;
  let pressed = null;
  document.addEventListener(
    "pointerdown",
    (event) => {
      pressed = event.target.closest("button:enabled, a[href]");
    },
    true,
  );
  document.addEventListener(
    "pointerup",
    () => {
      setTimeout(() => {
        pressed = null;
        send();
      });
    },
    true,
  );
  const send = () => {
    if (changed && !pressed && !isText(document.activeElement)) {
      changed = false;
      form.requestSubmit();
    }
  };
  // Yes and no to the first that is asked, from anywhere but a field.
  document.addEventListener("keydown", (event) => {
    const key = { y: "[data-yes]", n: "[data-no]" }[event.key];
    if (!key || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target.closest("input, select, textarea")) return;
    event.preventDefault();
    document.querySelector(key)?.click();
  });
  form.addEventListener("change", () => {
    changed = true;
    setTimeout(send);
  });
  form.addEventListener("focusout", () => setTimeout(send));
  form.addEventListener("submit", () => {
    changed = false;
    sessionStorage.setItem(
      kept,
      JSON.stringify({
        top: page.scrollTop,
        field: form.contains(document.activeElement) ? document.activeElement.name : "",
      }),
    );
  });
};
