// Fields that belong to one kind of assessment are shown with it.

export const start = (kind) => {
  const show = () => {
    for (const it of document.querySelectorAll("[data-for-kind]"))
      it.hidden = !it.dataset.forKind.split(" ").includes(kind.value);
  };
  kind.addEventListener("change", show);
  show();
};
