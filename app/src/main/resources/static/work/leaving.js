// Signing out: what this browser keeps of the account goes with it, and what would be lost is told before.
import { askingBar, button } from "./elements.js";

const LEAVING = "aestimo.leaving";

/** The keys under which marks and notes of a teacher wait to be saved. */
const waiting = (store, teacher) => {
  const keys = [];
  for (let i = 0; i < store.length; i++)
    if (/^aestimo\.[a-z]+\./.test(store.key(i)) && store.key(i).split(".")[2] === teacher) keys.push(store.key(i));
  return keys;
};

/** On the page one comes to when signed out: deletes what is left here of who left. */
export const clear = (local = () => localStorage, own = () => sessionStorage) => {
  try {
    const teacher = own().getItem(LEAVING);
    own().clear();
    if (teacher) for (const key of waiting(local(), teacher)) local().removeItem(key);
  } catch {
    /* a browser that keeps nothing has nothing to delete */
  }
};

/** form: the one that signs out. */
export const start = (form, local = () => localStorage, own = () => sessionStorage) => {
  const { teacher } = document.body.dataset;
  const { say, close } = askingBar();
  let sure = false;
  form.addEventListener("submit", (event) => {
    let count = 0;
    try {
      count = waiting(local(), teacher).length;
      own().setItem(LEAVING, teacher);
    } catch {
      return; /* nothing is kept here */
    }
    if (count === 0 || sure) return;
    event.preventDefault();
    say(
      `${count === 1 ? "1 mark or note" : `${count} marks or notes`} typed in this browser ${count === 1 ? "is" : "are"}` +
        " not saved yet. Signing out deletes them here. Open their class to have them sent first: the desk tells which.",
      [
        button("Stay signed in", close),
        button("Sign out and delete them", () => {
          sure = true;
          form.requestSubmit();
        }),
      ],
    );
  });
};
