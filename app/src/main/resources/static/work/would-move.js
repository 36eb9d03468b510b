// What a form would move is asked for as it is filled in, and said in the margin. The newest question's answer stands.
import { newest } from "./ask.js";
import { fieldsOf, isTyped } from "./elements.js";

export const start = (form) => {
  const place = document.getElementById("would-move");
  const newestOf = newest();
  const ask = async () => {
    const student = document.getElementById("preview-student")?.value;
    const address = form.dataset.look + (student ? `&student=${student}` : "");
    try {
      const words = await newestOf(address, { method: "POST", body: new FormData(form) });
      if (words === null) return;
      place.innerHTML = words;
      // Parts of the answer that belong elsewhere on the page say where.
      for (const part of place.querySelectorAll("template[data-into]")) {
        const into = document.getElementById(part.dataset.into);
        const focused = into.contains(document.activeElement) ? document.activeElement.dataset.line : null;
        into.replaceChildren(part.content);
        part.remove();
        if (focused !== null) into.querySelector(`[data-line="${focused}"]`)?.focus();
      }
    } catch {
      place.textContent = "";
    }
  };
  form.addEventListener("change", ask);
  document.getElementById("preview-student")?.addEventListener("change", ask);
  form.addEventListener("click", (event) => {
    if (event.target.closest("button.row-out")) ask();
  });
  // What was filled in before this script was there has not been asked for yet.
  if (fieldsOf(form).some(isTyped)) ask();
};
