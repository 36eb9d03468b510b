// The margin as a drawer, on screens where it does not stand beside the page.
export const drawer = (open) => {
  const margin = document.getElementById("margin");
  const tab = document.querySelector(".margin-tab");
  if (!margin) return;
  margin.classList.toggle("is-open", open);
  tab.setAttribute("aria-expanded", String(open));
  tab.textContent = open ? "close" : "details";
};
