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
