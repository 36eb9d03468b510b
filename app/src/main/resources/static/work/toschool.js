"use strict";
// A return in hand: rows are kept as they are typed, and the margin says what is still in the way of sealing.
aestimo.schoolReturn = (form) => {
  const kept = document.getElementById("kept");
  let timer;
  let busy = false;
  let again = false;
  const rows = () => [...form.querySelectorAll("tr[data-row]")];
  // Only rows that were touched are sent: what another window keeps meanwhile is left alone.
  const touched = new Set();
  // Where to go once all is kept.
  let leadsTo = "";
  const refuse = (words) => {
    kept.textContent = words;
    kept.classList.add("is-off");
    leadsTo = "";
  };
  const send = async () => {
    if (busy) { again = true; return; }
    busy = true;
    const values = (row) => [...row.querySelectorAll("input:not([type=hidden])")].map((field) => field.value).join("\n");
    const sent = new Map([...touched].map((row) => [row, values(row)]));
    const body = new URLSearchParams({ _csrf: form.querySelector("[name=_csrf]").value });
    for (const row of rows().filter((one) => sent.has(one))) {
      for (const field of row.querySelectorAll("input")) body.append(field.name, field.value);
    }
    try {
      const answer = await fetch(form.dataset.typed, { method: "POST", body, headers: { "X-Aestimo": "return" } });
      const signedOut = answer.status === 401 || answer.status === 403;
      if (!answer.ok && !signedOut) throw new Error(answer.status);
      const told = signedOut ? {} : await answer.json();
      if (signedOut) {
        refuse("Not kept yet: you were signed out. What you typed is still here.");
        aestimo.signInAgain(send);
      } else if (told.problems) {
        refuse(told.problems.join(" "));
      } else {
        for (const field of form.querySelectorAll("[aria-invalid]")) field.removeAttribute("aria-invalid");
        for (const one of told.refused) {
          const row = form.querySelector(`tr[data-row="${one.row}"]`);
          row.querySelector(one.input ? `[name=${one.input}]` : "input:not([type=hidden])").setAttribute("aria-invalid", "true");
        }
        const refused = new Set(told.refused.map((one) => one.row));
        for (const [row, asSent] of sent) {
          if (refused.has(row.dataset.row)) continue;
          const now = told.rows[row.dataset.row];
          row.querySelector("[name=was]").value = now.was;
          row.classList.toggle("is-adjusted", now.adjusted || now.none);
          for (const field of row.querySelectorAll(".is-label")) field.classList.toggle("is-missing", field.value.trim() === "");
          // What was typed while the answer was on its way is still to be sent.
          if (values(row) === asSent) touched.delete(row);
        }
        if ([...touched].some((row) => !refused.has(row.dataset.row) || values(row) !== sent.get(row))) again = true;
        if (refused.size) {
          if (leadsTo) form.querySelector("[aria-invalid]").focus();
          refuse(`${told.refused.map((one) => one.words).join(" ")} Not kept; everything else is.`);
        } else if (!again) {
          kept.textContent = `Kept ${told.kept}`;
          kept.classList.remove("is-off");
        }
        await aestimo.returnMargin(form);
      }
    } catch {
      refuse("Not kept yet: no answer. What you typed is still here and is sent again by itself.");
      timer = setTimeout(send, 5000);
    }
    busy = false;
    if (again) { again = false; send(); }
    else if (leadsTo && touched.size === 0) location.assign(leadsTo);
  };
  form.addEventListener("input", (event) => {
    const row = event.target.closest("tr[data-row]");
    if (!row) return;
    touched.add(row);
    kept.textContent = "…";
    clearTimeout(timer);
    timer = setTimeout(send, 700);
  });
  form.addEventListener("change", () => { clearTimeout(timer); if (touched.size) send(); });
  form.addEventListener("submit", (event) => { event.preventDefault(); send(); });
  // Sealing is asked of what is kept, so what was typed last goes first.
  document.querySelector(".school-foot a.is-dark")?.addEventListener("click", (event) => {
    if (touched.size === 0) return;
    event.preventDefault();
    leadsTo = event.target.href;
    clearTimeout(timer);
    send();
  });
  window.addEventListener("beforeunload", (event) => { if (touched.size) event.preventDefault(); });
};

aestimo.returnMargin = async (form) => {
  const margin = document.getElementById("margin-view");
  try {
    const answer = await fetch(form.dataset.margin);
    if (answer.ok && !answer.redirected) margin.innerHTML = await answer.text();
  } catch { /* What stands there is shown anew with the next that is kept. */ }
};

const schoolForm = document.getElementById("return-form");
if (schoolForm?.dataset.typed) aestimo.schoolReturn(schoolForm);
// While it is being sent the margin follows; once it has ended, the page is shown anew.
if (schoolForm && document.querySelector(".return-margin[data-watch]")) {
  const watch = async () => {
    await aestimo.returnMargin(schoolForm);
    if (document.querySelector(".return-margin[data-watch]")) setTimeout(watch, 1000);
    else location.reload();
  };
  setTimeout(watch, 1000);
}
