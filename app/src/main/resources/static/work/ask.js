// Asking the server, from any page.
import { Answer, PATIENCE } from "./answer.js";
import { session } from "./session.js";

/**
 * Sends a body and resolves to an Answer. A token that grew too old, as after signing in anew in another tab, is taken
 * anew once, for the same teacher alone. wire: fetch, or what stands for it in a test.
 */
export const ask = async (
  method,
  path,
  body,
  { fits, as = "entries", wire = (...args) => fetch(...args), renew = session.renew } = {},
) => {
  const send = () => {
    const form = body instanceof URLSearchParams;
    if (form) body.set("_csrf", session.token());
    return Answer.of(
      wire(path, {
        method,
        headers: {
          "X-Aestimo": as,
          ...(form ? {} : { "Content-Type": "application/json", "X-CSRF-TOKEN": session.token() }),
        },
        body: form ? body : JSON.stringify(body),
        signal: AbortSignal.timeout(PATIENCE),
      }),
      fits,
    );
  };
  const first = await send();
  if (first.state !== "forbidden") return first;
  const renewed = await renew();
  if (renewed === "signed-out") return new Answer("signed-out", "you were signed out");
  if (renewed === "another") return new Answer("signed-out", "another teacher signed in here meanwhile");
  const second = renewed === "ours" ? await send() : first;
  return second.state === "forbidden"
    ? new Answer("again", "the server refuses it from this page; load the page again")
    : second;
};

/**
 * A piece of a page from the server, to be put into this one. Rejects where what comes back is not one of Aestimo's: a page
 * of the network, of signing in, or of an error has no place in a margin. It says that a script asks: an answer to who was
 * signed out meanwhile then begins no other session, which could take the place of the one of somebody signing in anew.
 */
export const fragment = async (path, { wire = (...args) => fetch(...args), ...options } = {}) => {
  const response = await wire(path, { ...options, headers: { "X-Aestimo": "piece", ...options.headers } });
  if (!response.ok || response.redirected || !response.headers.has("X-Aestimo"))
    throw new Error(`not an answer from Aestimo: ${response.status}`);
  return response.text();
};

/**
 * Asks as fragment does, for a place that shows one answer at a time: null where something newer has been asked meanwhile,
 * so that an answer that comes late never takes the place of a newer one.
 */
export const newest = () => {
  let asked = 0;
  return async (...question) => {
    const own = ++asked;
    try {
      const words = await fragment(...question);
      return own === asked ? words : null;
    } catch (failed) {
      if (own === asked) throw failed;
      return null;
    }
  };
};
