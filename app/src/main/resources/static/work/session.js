// Who is signed in, the token that goes with it, and signing in again in place when the session has ended.
import { PATIENCE } from "./answer.js";

export const session = {
  token: () => document.querySelector("meta[name=csrf]")?.content ?? "",

  /** Takes the token of a page of the same teacher; says whose the page is: "ours", "another" or "signed-out". */
  take(page) {
    const teacher = page.body.dataset.teacher;
    if (!teacher) return "signed-out";
    if (teacher !== document.body.dataset.teacher) return "another";
    const token = page.querySelector("meta[name=csrf]")?.content ?? "";
    document.querySelector("meta[name=csrf]").content = token;
    // Forms of the page carry the token too.
    for (const field of document.querySelectorAll("input[name=_csrf]")) field.value = token;
    return "ours";
  },

  read: (text) => new DOMParser().parseFromString(text, "text/html"),

  /** Asks who is signed in by now: "ours", "another", "signed-out", or "unknown" where nobody answers. */
  async renew() {
    try {
      const answer = await fetch("/account", {
        headers: { "X-Aestimo": "session" },
        signal: AbortSignal.timeout(PATIENCE),
      });
      if (!answer.headers.has("X-Aestimo")) return "unknown";
      if (answer.status === 401) return "signed-out";
      return answer.ok && !answer.redirected ? session.take(session.read(await answer.text())) : "unknown";
    } catch {
      return "unknown";
    }
  },
};

/** Who waits for somebody to sign in; the same may ask many times. */
const waiting = new Set();
let isAsking = false;

/**
 * Signing in again without leaving the page: first by asking whether another tab has done so, then by name and password.
 * Only the same teacher can go on here. Whoever asks while it is open is told with the others.
 */
export const signInAgain = (onDone) => {
  waiting.add(onDone);
  if (isAsking) return;
  isAsking = true;
  // Sent by this script alone: a password never gets into an address.
  const form = Object.assign(document.createElement("form"), { method: "dialog" });
  const problems = {
    "signed-out": "That name or password is not right.",
    another: "That is another teacher’s account. Nothing of this page is sent to it; sign in with your own.",
  };
  const enter = (whose) => {
    if (whose !== "ours")
      return problems[whose] ?? "No answer. What you typed stays in this browser; try again in a moment.";
    form.remove();
    const all = [...waiting];
    waiting.clear();
    isAsking = false;
    for (const tell of all) tell();
    return "";
  };
  const build = () => {
    form.className = "notice is-doubt sign-in-again";
    const field = (words, name, type, complete) => {
      const label = document.createElement("label");
      const input = Object.assign(document.createElement("input"), {
        className: "input is-small",
        name,
        type,
        autocomplete: complete,
        required: true,
      });
      label.append(`${words} `, input);
      return label;
    };
    const words = Object.assign(document.createElement("span"), {
      textContent: "You were signed out. Sign in here, and what you typed is saved.",
    });
    const go = Object.assign(document.createElement("button"), {
      className: "button is-small is-dark",
      textContent: "Sign in",
    });
    form.append(
      words,
      field("Name", "name", "text", "username"),
      field("Password", "password", "password", "current-password"),
      go,
    );
    const code = field("Code from your app, or a recovery code", "code", "text", "one-time-code");
    code.querySelector("input").required = false;
    // A place of its own: what the page says meanwhile must not wipe it away.
    document.getElementById("told").before(form);
    const wait = (url) => {
      const seconds = new URL(url).searchParams.get("wait");
      return seconds ? `Too many tries. Wait ${seconds} seconds, then try again.` : "";
    };
    /** The page of the second step; its token goes with the code. */
    let second = null;
    const askSecond = (page, told) => {
      second = page;
      form.querySelectorAll("label").forEach((it) => it.remove());
      go.before(code);
      words.textContent = told;
      code.querySelector("input").value = "";
      code.querySelector("input").focus();
    };
    const sendSecond = async () => {
      const typed = code.querySelector("input").value;
      // Without a code: somebody has signed in with a passkey in another tab.
      if (!typed) {
        const whose = await session.renew();
        return whose === "signed-out"
          ? "You are still signed out. Type the code, or sign in in another tab first."
          : enter(whose);
      }
      const answer = await fetch("/sign-in/second-step", {
        method: "POST",
        body: new URLSearchParams({ _csrf: second.querySelector("meta[name=csrf]")?.content ?? "", code: typed }),
      });
      if (!answer.headers.has("X-Aestimo")) throw new Error("no answer of Aestimo");
      const page = session.read(await answer.text());
      if (!answer.url.includes("/second-step")) return enter(session.take(page));
      askSecond(page, "");
      return wait(answer.url) || "This code is not right, or was used already. Try the next one.";
    };
    form.addEventListener("submit", async (event) => {
      event.preventDefault();
      go.disabled = true;
      try {
        if (second) {
          const problem = await sendSecond();
          if (problem) words.textContent = problem;
          go.disabled = false;
          return;
        }
        const before = session.read(await (await fetch("/sign-in")).text());
        const token = before.querySelector("meta[name=csrf]")?.content ?? "";
        const answer = await fetch("/sign-in", {
          method: "POST",
          body: new URLSearchParams({
            _csrf: token,
            signIn: form.elements.name.value,
            password: form.elements.password.value,
          }),
        });
        if (!answer.headers.has("X-Aestimo")) throw new Error("no answer of Aestimo");
        const page = session.read(await answer.text());
        if (answer.url.includes("/second-step")) {
          askSecond(page, "One more step: a code. With a passkey, sign in in another tab, then press Sign in here.");
        } else {
          const problem = wait(answer.url) || enter(session.take(page));
          if (problem) words.textContent = problem;
        }
      } catch {
        words.textContent = "No answer. What you typed stays in this browser; try again in a moment.";
      }
      go.disabled = false;
    });
  };
  session.renew().then((whose) => {
    if (whose !== "ours") build();
    else enter(whose);
  });
};
