// Elements that scripts make, each in one way.
export const button = (words, work) => {
  const it = document.createElement("button");
  it.type = "button";
  it.className = "button is-small";
  it.textContent = words;
  it.addEventListener("click", work);
  return it;
};

/** @param {string} name of the tag */
export const element = (name, properties) => Object.assign(document.createElement(name), properties);

/** A bar that asks what becomes of something not saved; Escape closes it. say(words, buttons) puts it on the page. */
export const askingBar = (doc = document) => {
  const bar = element("div", { className: "notice is-near unsaved" });
  bar.setAttribute("role", "alertdialog");
  bar.setAttribute("aria-label", "Not saved yet");
  bar.addEventListener("keydown", (event) => {
    if (event.key === "Escape") {
      event.stopPropagation();
      bar.remove();
    }
  });
  const say = (words, buttons) => {
    const line = element("p", { className: "buttons" });
    line.append(...buttons);
    bar.replaceChildren(element("p", { textContent: words }), line);
    doc.getElementById("page").append(bar);
    buttons[0].focus();
  };
  return { bar, say, close: () => bar.remove() };
};

/** The fields of a form that somebody fills in. */
export const fieldsOf = (form) =>
  [...form.elements].filter((it) =>
    it.matches("input:not([type=hidden]):not([type=submit]):not([type=button]), textarea, select"),
  );

/** Whether a field holds something else than the page came with. */
export const isTyped = (field) => {
  if (field.matches("select"))
    return (
      [...field.options].some((it) => it.defaultSelected) &&
      [...field.options].some((it) => it.selected !== it.defaultSelected)
    );
  return field.matches("[type=checkbox], [type=radio]")
    ? field.checked !== field.defaultChecked
    : field.type !== "file" && field.value !== field.defaultValue;
};
