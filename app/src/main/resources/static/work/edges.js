// A table in a box of its own: its headings stay where it fits the box, and an edge says that more follows where not.

/** box: what scrolls sideways. */
export const start = (box) => {
  const look = () => {
    const table = box.querySelector("table");
    box.classList.toggle("is-fitting", table.scrollWidth <= box.clientWidth);
    box.classList.toggle("has-more", box.scrollWidth - box.clientWidth - box.scrollLeft > 2);
  };
  box.addEventListener("scroll", look, { passive: true });
  new ResizeObserver(look).observe(box);
  look();
};
