// What a form would move is asked for as it is filled in, and said in the margin. The newest question's answer stands.
import { fragment } from "./ask.js";

export const start = (form) => {
  const place = document.getElementById("would-move");
  let asked = 0;
  const ask = async () => {
    const own = ++asked;
    try {
      const words = await fragment(form.dataset.look, { method: "POST", body: new FormData(form) });
      if (own === asked) place.innerHTML = words;
    } catch {
      if (own === asked) place.textContent = "";
    }
  };
  form.addEventListener("change", ask);
  form.addEventListener("click", (event) => {
    if (event.target.closest("button.row-out")) ask();
  });
};
