// The students ticked go into one field of the address.

export const start = (form) =>
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    const ids = [...form.querySelectorAll("input:checked")].map((box) => box.value);
    const more = ids.length ? `&${form.dataset.ids}=${ids.join(",")}` : "";
    location.href = `${form.getAttribute("action")}?${form.dataset.query}${more}`;
  });
