"use strict";
// The frame: the year line's handles and pieces, the margin as a drawer, menus that close when left.
window.aestimo = {};

aestimo.go = (query) => {
  const address = new URL(document.body.dataset.here, location.href);
  for (const [name, value] of Object.entries(query)) address.searchParams.set(name, value);
  location.href = address.href.replaceAll("%2C", ",");
};

aestimo.yearLine = (picture) => {
  const first = Date.parse(picture.dataset.first) / 86400000;
  const last = Date.parse(picture.dataset.last) / 86400000;
  const perDay = Number(picture.dataset.day);
  const edge = 18;
  const iso = (day) => new Date(day * 86400000).toISOString().slice(0, 10);
  const handles = { from: picture.querySelector("[data-handle=from]"), to: picture.querySelector("[data-handle=to]") };
  const stretch = picture.querySelector(".stretch");
  if (handles.from) {
    const days = {
      from: Number(handles.from.getAttribute("aria-valuenow")),
      to: Number(handles.to.getAttribute("aria-valuenow")),
    };
    const start = { ...days };
    const x = { from: (day) => edge + (day - first) * perDay, to: (day) => edge + (day + 1 - first) * perDay };
    const show = (which) => {
      handles[which].setAttribute("transform", `translate(${x[which](days[which]) - x[which](start[which])} 0)`);
      handles[which].setAttribute("aria-valuenow", days[which]);
      handles[which].setAttribute("aria-valuetext", iso(days[which]));
      stretch.setAttribute("x", x.from(days.from));
      stretch.setAttribute("width", x.to(days.to) - x.from(days.from));
    };
    const move = (which, day) => {
      days[which] =
        which === "from" ? Math.max(first, Math.min(day, days.to)) : Math.min(last, Math.max(day, days.from));
      show(which);
    };
    const settle = () => {
      if (days.from === start.from && days.to === start.to) return;
      if (days.from === first && days.to === last) return aestimo.go({ span: "year" });
      const term = [...picture.querySelectorAll(".term")].find(
        (t) => t.dataset.from === iso(days.from) && t.dataset.to === iso(days.to),
      );
      aestimo.go(term ? { span: term.dataset.term } : { from: iso(days.from), to: iso(days.to) });
    };
    for (const which of ["from", "to"]) {
      const handle = handles[which];
      let timer;
      const dayAt = (event) => {
        const box = picture.getBoundingClientRect();
        const unit = picture.viewBox.baseVal.width / box.width;
        const at = (event.clientX - box.left) * unit - edge;
        return first + Math.round(at / perDay) - (which === "to" ? 1 : 0);
      };
      handle.addEventListener("pointerdown", (event) => {
        handle.setPointerCapture(event.pointerId);
        handle.dataset.held = "";
        event.preventDefault();
        handle.focus();
      });
      handle.addEventListener("pointermove", (event) => {
        if ("held" in handle.dataset) move(which, dayAt(event));
      });
      handle.addEventListener("pointerup", () => {
        delete handle.dataset.held;
        settle();
      });
      handle.addEventListener("pointercancel", () => {
        delete handle.dataset.held;
        days[which] = start[which];
        show(which);
      });
      handle.addEventListener("keydown", (event) => {
        const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -7, PageUp: 7 }[event.key];
        if (event.key === "Home") move(which, first);
        else if (event.key === "End") move(which, last);
        else if (event.key === "Escape") {
          days[which] = start[which];
          show(which);
        } else if (event.key === "Enter") return settle();
        else if (step) move(which, days[which] + step);
        else return;
        event.preventDefault();
        clearTimeout(timer);
        timer = setTimeout(settle, 900);
      });
      handle.addEventListener("blur", () => {
        clearTimeout(timer);
        if (!("held" in handle.dataset)) settle();
      });
    }
  }
  picture.addEventListener("click", (event) => {
    const piece = event.target.closest("[data-piece]");
    if (!piece) return;
    if (event.shiftKey) {
      const picked = new Set((new URLSearchParams(location.search).get("pieces") ?? "").split(",").filter(Boolean));
      if (!picked.delete(piece.dataset.piece)) picked.add(piece.dataset.piece);
      aestimo.go(picked.size ? { pieces: [...picked].join(",") } : {});
    } else {
      const point = Number(piece.querySelector("circle").getAttribute("cx"));
      const term = [...picture.querySelectorAll(".term rect")].find(
        (r) => point >= r.x.baseVal.value && point <= r.x.baseVal.value + r.width.baseVal.value,
      );
      if (term) aestimo.go({ span: term.closest(".term").dataset.term });
    }
  });
};

aestimo.drawer = (open) => {
  const margin = document.getElementById("margin");
  const tab = document.querySelector(".margin-tab");
  if (!margin) return;
  margin.classList.toggle("is-open", open);
  tab.setAttribute("aria-expanded", String(open));
  tab.textContent = open ? "close" : "details";
};

for (const picture of document.querySelectorAll(".yearline-picture")) aestimo.yearLine(picture);
document
  .querySelector(".margin-tab")
  ?.addEventListener("click", (event) => aestimo.drawer(event.target.getAttribute("aria-expanded") !== "true"));
if (
  document.querySelector("#margin-form") ||
  (/[?&](student|assessment|figure)=|[?&]ends\b/.test(location.search) && !document.getElementById("run"))
)
  aestimo.drawer(true);
document.querySelector(".tab[aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
document.addEventListener("click", (event) => {
  for (const menu of document.querySelectorAll("details.span-panel, details.export, details.all-keys"))
    if (!menu.contains(event.target)) menu.open = false;
});
document.addEventListener("keydown", (event) => {
  if (event.key !== "Escape") return;
  for (const menu of document.querySelectorAll("details[open]")) {
    menu.open = false;
    menu.querySelector("summary").focus();
  }
  aestimo.drawer(false);
});
// One key for showing the page to others. The address of this very view is gone back to, selection and all.
const names = document.getElementById("names");
names?.addEventListener("submit", () => {
  names.elements.back.value = (document.body.dataset.here || location.pathname) + location.search;
});
document.addEventListener("keydown", (event) => {
  if (event.key !== "F9" || !names) return;
  event.preventDefault();
  names.requestSubmit();
});
// How the sheet is looked at: a choice in sight is taken at once, those in the panel by its button.
document.getElementById("look")?.addEventListener("change", (event) => {
  if (event.target.closest(".choice")) event.currentTarget.requestSubmit();
});
// The boxes ticked go into one field, as the address holds them.
document.querySelector("form[data-pieces]")?.addEventListener("submit", (event) => {
  const ticked = [...event.target.querySelectorAll("input:checked")].map((box) => box.value);
  if (ticked.length === 0) return event.preventDefault();
  event.preventDefault();
  aestimo.go({ pieces: ticked.join(",") });
});
// A second click on a form on its way sends nothing twice.
document.addEventListener("submit", (event) => {
  if (event.defaultPrevented || event.target.method !== "post") return;
  if (event.target.dataset.sent) return event.preventDefault();
  event.target.dataset.sent = "yes";
});
window.addEventListener("pageshow", () => {
  for (const form of document.forms) delete form.dataset.sent;
});

// What a form would move is asked for as it is filled in, and said in the margin. The newest question's answer stands.
aestimo.look = (form) => {
  const place = document.getElementById("would-move");
  let asked = 0;
  const ask = async () => {
    const own = ++asked;
    try {
      const words = await aestimo.fragment(form.dataset.look, { method: "POST", body: new FormData(form) });
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
for (const form of document.querySelectorAll("form[data-look]:not([data-no-look])")) aestimo.look(form);

// A list that is worked through line by line comes back where it was scrolled to.
for (const form of document.querySelectorAll("form[data-keeps-place]")) {
  form.addEventListener("submit", () => {
    for (const id of ["page", "margin"])
      sessionStorage.setItem(
        `aestimo-place-${id}`,
        `${location.pathname} ${document.getElementById(id)?.scrollTop ?? 0}`,
      );
  });
}
for (const id of ["page", "margin"]) {
  const [path, top] = (sessionStorage.getItem(`aestimo-place-${id}`) ?? "").split(" ");
  sessionStorage.removeItem(`aestimo-place-${id}`);
  if (path === location.pathname) document.getElementById(id).scrollTop = Number(top);
}
// A table into the clipboard, as spreadsheets and letters take it; a page onto paper.
for (const key of document.querySelectorAll("[data-copy]")) {
  key.addEventListener("click", async () => {
    const rows = [...document.querySelector(key.dataset.copy).rows].map((row) =>
      [...row.cells].map((cell) => cell.textContent.trim().replace(/\s+/g, " ")),
    );
    const kinds = { "text/plain": aestimo.block.text(rows), "text/html": aestimo.block.html(rows) };
    try {
      await navigator.clipboard.write([
        new ClipboardItem(
          Object.fromEntries(Object.entries(kinds).map(([kind, text]) => [kind, new Blob([text], { type: kind })])),
        ),
      ]);
      key.textContent = "Copied";
    } catch {
      key.textContent = "This browser does not let a page copy";
    }
  });
}
for (const key of document.querySelectorAll("[data-print]")) key.addEventListener("click", () => print());
// A page that stood open while another window was worked in learns how many loose ends there are by now.
document.addEventListener("visibilitychange", async () => {
  if (document.visibilityState !== "visible" || !document.body.dataset.teacher) return;
  const own = document.body.dataset.here?.match(/^\/classes\/(\d+)/)?.[1] ?? "";
  try {
    const answer = await fetch(`/loose-ends/count?ofClass=${own}`, { headers: { "X-Aestimo": "count" } });
    if (answer.ok) document.getElementById("loose-ends").textContent = (await answer.json()).count;
  } catch {
    /* no connection: it is asked for again next time */
  }
});

// Settling an import: every choice is sent at once, and the page comes back where it was scrolled to, with the focus.
// A text is sent once typing has gone on to no other field; a button pressed meanwhile sends it along itself.
aestimo.settle = (form) => {
  const page = document.getElementById("page");
  const kept = `aestimo-scroll-${location.pathname}`;
  try {
    const { top, field } = JSON.parse(sessionStorage.getItem(kept) ?? "{}");
    page.scrollTop = Number(top ?? 0);
    if (field) form.elements.namedItem(field)?.focus?.({ preventScroll: true });
  } catch {
    /* then it begins at its top */
  }
  sessionStorage.removeItem(kept);
  const isText = (it) => it?.form === form && it.matches("input:not([type=checkbox]):not([type=hidden])");
  let changed = false;
  let pressed = null;
  document.addEventListener(
    "pointerdown",
    (event) => {
      pressed = event.target.closest("button:enabled, a[href]");
    },
    true,
  );
  document.addEventListener(
    "pointerup",
    () => {
      setTimeout(() => {
        pressed = null;
        send();
      });
    },
    true,
  );
  const send = () => {
    if (changed && !pressed && !isText(document.activeElement)) {
      changed = false;
      form.requestSubmit();
    }
  };
  form.addEventListener("change", () => {
    changed = true;
    setTimeout(send);
  });
  form.addEventListener("focusout", () => setTimeout(send));
  form.addEventListener("submit", () => {
    changed = false;
    sessionStorage.setItem(
      kept,
      JSON.stringify({
        top: page.scrollTop,
        field: form.contains(document.activeElement) ? document.activeElement.name : "",
      }),
    );
  });
};
for (const form of document.querySelectorAll("form[data-settle]")) aestimo.settle(form);
