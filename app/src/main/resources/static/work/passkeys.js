// Passkeys: the browser asks the device, and its answer goes to the server as the standard's JSON.
import { session } from "./session.js";

const bytes = (text) => Uint8Array.from(atob(text.replace(/-/g, "+").replace(/_/g, "/")), (it) => it.charCodeAt(0));
const text = (buffer) =>
  btoa(String.fromCharCode(...new Uint8Array(buffer)))
    .replace(/\+/g, "-")
    .replace(/\//g, "_")
    .replace(/=+$/, "");
const known = (list = []) => list.map((it) => ({ ...it, id: bytes(it.id) }));

/** Sends something; resolves to what was answered, or fails with words for the teacher. */
const ask = async (address, { body, type }) => {
  let answer;
  try {
    answer = await fetch(address, {
      method: "POST",
      headers: { "X-Aestimo": "passkey", "X-CSRF-TOKEN": session.token(), "Content-Type": type },
      body,
    });
  } catch {
    throw new Error("There is no connection. Try again.");
  }
  const data = await answer.json().catch(() => ({}));
  if (!answer.ok) throw new Error((data.problems ?? ["You were signed out, or this took too long. Load the page again."]).join(" "));
  return data;
};

/** What the device did not do, in words. */
const words = (error) =>
  error instanceof DOMException
    ? "The device did not give a passkey: it was cancelled, took too long, or has none for this address."
    : error.message;

const answerOf = (credential) => ({
  id: credential.id,
  rawId: text(credential.rawId),
  type: credential.type,
  authenticatorAttachment: credential.authenticatorAttachment,
  clientExtensionResults: credential.getClientExtensionResults(),
});

const made = async (form) => {
  const fields = new URLSearchParams({ present: form.elements.present.value });
  const options = await ask("/account/passkeys/options", { body: fields, type: "application/x-www-form-urlencoded" });
  const credential = await navigator.credentials.create({
    publicKey: {
      ...options,
      challenge: bytes(options.challenge),
      user: { ...options.user, id: bytes(options.user.id) },
      excludeCredentials: known(options.excludeCredentials),
    },
  });
  const answer = {
    ...answerOf(credential),
    response: {
      attestationObject: text(credential.response.attestationObject),
      clientDataJSON: text(credential.response.clientDataJSON),
      transports: credential.response.getTransports?.() ?? [],
    },
  };
  return ask("/account/passkeys", {
    body: JSON.stringify({ label: form.elements.label.value, answer }),
    type: "application/json",
  });
};

const shown = async () => {
  const options = await ask("/sign-in/passkey/options", { body: "", type: "application/x-www-form-urlencoded" });
  const credential = await navigator.credentials.get({
    publicKey: {
      ...options,
      challenge: bytes(options.challenge),
      allowCredentials: known(options.allowCredentials),
    },
  });
  const { authenticatorData, clientDataJSON, signature, userHandle } = credential.response;
  const answer = {
    ...answerOf(credential),
    response: {
      authenticatorData: text(authenticatorData),
      clientDataJSON: text(clientDataJSON),
      signature: text(signature),
      userHandle: userHandle ? text(userHandle) : undefined,
    },
  };
  return ask("/sign-in/passkey", { body: JSON.stringify(answer), type: "application/json" });
};

/** form: the one that adds a passkey, or the one that shows it. */
export const start = (form) => {
  const problem = form.querySelector("[role=alert]");
  const work = form.id === "passkey" ? shown : made;
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    const button = form.querySelector("button");
    button.disabled = true;
    problem.hidden = true;
    try {
      const { to } = await work(form);
      location.assign(to);
    } catch (error) {
      problem.textContent = words(error);
      problem.hidden = false;
      button.disabled = false;
    }
  });
};
