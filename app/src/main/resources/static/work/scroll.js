// A list that is worked through line by line comes back where it was scrolled to.

const back = () => {
  for (const id of ["page", "margin"]) {
    const [path, top] = (sessionStorage.getItem(`aestimo-place-${id}`) ?? "").split(" ");
    sessionStorage.removeItem(`aestimo-place-${id}`);
    if (path === location.pathname) document.getElementById(id).scrollTop = Number(top);
  }
};

export const start = (form) => {
  form.addEventListener("submit", () => {
    for (const id of ["page", "margin"])
      sessionStorage.setItem(
        `aestimo-place-${id}`,
        `${location.pathname} ${document.getElementById(id)?.scrollTop ?? 0}`,
      );
  });
  back();
};
