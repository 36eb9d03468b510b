// What a script asks of the server, and what comes back as an object that can be asked. Nobody else reads a status.
export class Answer {
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
    405: "the server accepts nothing there",
    409: "something else is there by now",
    410: "what it belongs to is no longer there",
    413: "it is too large",
    415: "the server could not read it",
    422: "the server refuses it as it is",
    408: "it took too long to arrive",
    425: "the server was not ready",
    429: "too much was sent in a short time",
    500: "the server had an error",
    502: "the server does not answer",
    503: "the server or its database is not ready",
    504: "the server does not answer",
  };

  /** sending: a promise of a Response; fits(data): whether what came is an answer to this. Never rejects. */
  static async of(sending, fits = () => true) {
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
        : new Answer("again", "the answer came from the network, not from Aestimo");
    }
    if (response.status === 401) return new Answer("signed-out", "you were signed out");
    if (response.status === 403) return new Answer("forbidden", "the page had grown too old");
    if (response.status >= 500 || [408, 425, 429].includes(response.status))
      return new Answer("again", words, { suspect: response.status === 500 });
    if (response.redirected || response.status < 400)
      return new Answer("again", "the answer came from the network, not from Aestimo");
    const problems = Array.isArray(data?.problems) ? data.problems.join(" ") : "";
    return new Answer("refused", problems.replace(/[.]$/, "") || words, { data });
  }
}

/** How long an answer is waited for, in milliseconds; then it is as good as lost, and the same is sent again. */
export const PATIENCE = 20000;
