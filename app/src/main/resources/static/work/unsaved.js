// What was typed into a form and not saved is never lost in silence: before another form of the page is sent, or a link
// is followed, it is asked what becomes of it; before the page goes any other way, the browser asks.
import { PATIENCE } from "./answer.js";
import { askingBar, button, fieldsOf, isTyped } from "./elements.js";
import { session } from "./session.js";

export const unsaved = (doc = document) => {
  // Forms that save by themselves as they are filled in have no state of their own to lose.
  const forms = () =>
    [...doc.querySelectorAll("form[method=post]:not([data-typed]):not([data-settle]):not([data-unguarded])")].filter(
      (form) => fieldsOf(form).length,
    );
  const asText = (form) =>
    [...new FormData(form)]
      .filter(([name]) => name !== "_csrf")
      .map(([name, value]) => `${name}=${value instanceof File ? value.name + value.size : value}`)
      .join("\n");
  const stood = new Map();
  /** A form that was refused, or typed into before this script was there, holds what is not saved. */
  const remember = () => {
    for (const form of forms())
      if (stood.get(form) !== null)
        stood.set(
          form,
          form.querySelector("[role=alert]") || (!stood.has(form) && fieldsOf(form).some(isTyped))
            ? null
            : asText(form),
        );
  };
  const isOpen = (form) =>
    stood.has(form) && form.isConnected && (stood.get(form) === null || stood.get(form) !== asText(form));
  const open = () => forms().filter(isOpen);
  let going = false;

  /** What a teacher would call the form: its heading, or that of the part it stands in. */
  const nameOf = (form) => {
    const heading =
      form.querySelector("h2, h3, legend") ?? form.closest("section, .beside, .inner")?.querySelector("h2, h3");
    return heading
      ? [...heading.childNodes]
          .filter((it) => it.nodeType === Node.TEXT_NODE || it.matches?.(":not(.quiet)"))
          .map((it) => it.textContent)
          .join("")
          .trim()
      : "this page";
  };
  const namesOf = (list) => [...new Set(list.map(nameOf))].join(" and ");

  const { bar, say, close } = askingBar(doc);

  /**
   * Saves a form without leaving the page. Resolves to what is in the way, in words; "" once it is saved. Forms of one
   * page may carry one version of what they alter: the one it has afterwards goes into the others.
   */
  const save = async (form) => {
    let page;
    try {
      const answer = await fetch(form.action, {
        method: "POST",
        body: form.enctype === "multipart/form-data" ? new FormData(form) : new URLSearchParams(new FormData(form)),
        signal: AbortSignal.timeout(PATIENCE),
      });
      page = session.read(await answer.text());
      if (!answer.ok || page.body.dataset.teacher !== doc.body.dataset.teacher) throw new Error(answer.status);
      const problem = page.querySelector("[role=alert]")?.textContent.trim().replace(/\s+/g, " ");
      if (problem) return problem;
      if (!answer.redirected) return "It was not taken.";
    } catch {
      return "There was no answer, or you were signed out. Nothing is lost: it is still here.";
    }
    const version = (from) => from?.querySelector("input[name=version]");
    const before = Number(version(form)?.value);
    for (const other of forms()) {
      const now = version(
        [...page.querySelectorAll("form")].find((it) => it.getAttribute("action") === other.getAttribute("action")),
      );
      if (now && version(other) && Number(version(other).value) === before && Number(now.value) === before + 1)
        version(other).value = now.value;
    }
    stood.set(form, asText(form));
    return "";
  };

  /** go(): what the teacher was about to do; it is done once nothing is lost by it, or by the teacher's own word. */
  const ask = (list, go, only) => {
    const leave = () => {
      going = true;
      close();
      go();
    };
    const saveAll = async () => {
      for (const form of list) {
        const problem = await save(form);
        if (problem)
          return say(`${nameOf(form)} is not saved: ${problem}`, [
            button("Back to it", () => {
              close();
              fieldsOf(form)[0].focus();
            }),
          ]);
      }
      leave();
    };
    // Sending such a form does more than save it, or needs looking at: that is left to its own button.
    const saves = list.every((form) => "saves" in form.dataset);
    say(`What you typed under ${namesOf(list)} is not saved yet.`, [
      ...(saves ? [button(only ? "Save both" : "Save and go on", saveAll)] : []),
      button(only ? "Save only this one" : "Go on without saving", leave),
      button("Cancel", close),
    ]);
  };
  doc.addEventListener(
    "submit",
    (event) => {
      if (going || event.target.method !== "post" || event.target.dataset.sent) return;
      const others = open().filter((form) => form !== event.target);
      if (others.length === 0) {
        going = true;
        // One that a script of the page sends itself does not leave it.
        setTimeout(() => {
          if (event.defaultPrevented) going = false;
        });
        return;
      }
      event.preventDefault();
      event.stopImmediatePropagation();
      const { target, submitter } = event;
      ask(others, () => target.requestSubmit(submitter), fieldsOf(target).length > 0);
      // Before the page's own handlers: none of them may take a form for sent that is asked about first.
    },
    true,
  );
  doc.addEventListener("click", (event) => {
    const link = event.target.closest?.("a[href]");
    if (
      !link ||
      event.defaultPrevented ||
      event.button ||
      event.ctrlKey ||
      event.metaKey ||
      event.shiftKey ||
      link.target ||
      link.hasAttribute("download") ||
      link.dataset.tell
    )
      return;
    const to = new URL(link.href, location.href);
    // A file is exported without leaving the page.
    if (
      to.origin !== location.origin ||
      /[.](csv|xlsx|ods|pdf|json|zip)$/.test(to.pathname) ||
      (to.hash && to.pathname === location.pathname && to.search === location.search)
    )
      return;
    const list = open();
    if (list.length === 0) return;
    event.preventDefault();
    ask(list, () => location.assign(link.href), false);
  });
  window.addEventListener("beforeunload", (event) => {
    if (!going && open().length) event.preventDefault();
  });
  // Come back to, the page is asked for again as ever.
  window.addEventListener("pageshow", () => {
    going = false;
  });
  return { remember, open };
};
/** Called once for a page, as soon as its own fields are there. */
export const start = () => {
  const watched = unsaved();
  watched.remember();
  // Once more after the components of the page have made their rows, which they do before anybody can type.
  document.addEventListener("alpine:initialized", () => watched.remember());
};
