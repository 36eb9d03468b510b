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
