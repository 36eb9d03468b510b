"use strict";
// What a script asks of the server, and what comes back as an object that can be asked. Nobody else reads a status.
aestimo.Answer = class {
  /**
   * state: "done"; "again", to be sent again in a moment as it is; "refused", not taken as it is; "signed-out";
   * "forbidden", its token being too old. why: in words that go on after a colon. data: what a done answer holds.
   * suspect: whether the cause may be in what was sent, so that other things should not wait for it.
   */
  constructor(state, why = "", { data = null, suspect = state === "refused" } = {}) {
    Object.assign(this, { state, why, data, suspect });
  }

  get isDone() {
    return this.state === "done";
  }

  static words = {
    400: "the server could not read it",
    404: "what it belongs to is no longer there",
    405: "the server takes nothing there",
    409: "it does not go with what is there by now",
    410: "what it belongs to is no longer there",
    413: "it is too large",
    415: "the server could not read it",
    422: "the server does not take it as it is",
    408: "it took too long on the way",
    425: "the server was not ready",
    429: "too much was sent in a short time",
    500: "the server had an error",
    502: "the server does not answer",
    503: "the server or its database is not ready",
    504: "the server does not answer",
  };

  /** sending: a promise of a Response; fits(data): whether what came is an answer to this. Never rejects. */
  static async of(sending, fits = () => true) {
    const Answer = aestimo.Answer;
    let response;
    try {
      response = await sending;
    } catch {
      return new Answer("again", "no answer came");
    }
    const words = Answer.words[response.status] ?? `the server answered ${response.status}`;
    let text;
    try {
      text = await response.text();
    } catch {
      return new Answer("again", "the answer broke off");
    }
    let data = null;
    try {
      data = JSON.parse(text);
    } catch {
      /* A page, or half of one: told apart below. */
    }
    if (response.ok && !response.redirected) {
      let is = false;
      try {
        is = data !== null && fits(data);
      } catch {
        /* not what it should be */
      }
      return is
        ? new Answer("done", "", { data })
        : new Answer("again", "what came back is no answer of Aestimo, but perhaps of the network");
    }
    if (response.status === 401) return new Answer("signed-out", "you were signed out");
    if (response.status === 403) return new Answer("forbidden", "the page had grown too old");
    if (response.status >= 500 || [408, 425, 429].includes(response.status))
      return new Answer("again", words, { suspect: response.status === 500 });
    if (response.redirected || response.status < 400)
      return new Answer("again", "what came back is no answer of Aestimo, but perhaps of the network");
    const problems = Array.isArray(data?.problems) ? data.problems.join(" ") : "";
    return new Answer("refused", problems.replace(/[.]$/, "") || words, { data });
  }
};

/** How long an answer is waited for, in milliseconds; then it is as good as lost, and the same is sent again. */
aestimo.PATIENCE = 20000;

/**
 * Sends a body and resolves to an Answer. A token that grew too old, as after signing in anew in another tab, is taken
 * anew once, for the same teacher alone. wire: fetch, or what stands for it in a test.
 */
aestimo.ask = async (
  method,
  path,
  body,
  { fits, as = "entries", wire = (...args) => fetch(...args), renew = aestimo.session.renew } = {},
) => {
  const send = () => {
    const form = body instanceof URLSearchParams;
    if (form) body.set("_csrf", aestimo.session.token());
    return aestimo.Answer.of(
      wire(path, {
        method,
        headers: {
          "X-Aestimo": as,
          ...(form ? {} : { "Content-Type": "application/json", "X-CSRF-TOKEN": aestimo.session.token() }),
        },
        body: form ? body : JSON.stringify(body),
        signal: AbortSignal.timeout(aestimo.PATIENCE),
      }),
      fits,
    );
  };
  const first = await send();
  if (first.state !== "forbidden") return first;
  const renewed = await renew();
  if (renewed === "signed-out") return new aestimo.Answer("signed-out", "you were signed out");
  if (renewed === "another") return new aestimo.Answer("signed-out", "another teacher signed in here meanwhile");
  const second = renewed === "ours" ? await send() : first;
  return second.state === "forbidden"
    ? new aestimo.Answer("again", "the server does not take it from this page; load the page again")
    : second;
};

/**
 * A piece of a page from the server, to be put into this one. Rejects where what comes back is not one of Aestimo's: a page
 * of the network, of signing in, or of an error has no place in a margin.
 */
aestimo.fragment = async (path, { wire = (...args) => fetch(...args), ...options } = {}) => {
  const response = await wire(path, options);
  if (!response.ok || response.redirected || !response.headers.has("X-Aestimo"))
    throw new Error(`no answer of Aestimo: ${response.status}`);
  return response.text();
};
