// What the sheet says above its foot, and what many entries at once would do.

const MOST_NAMED = 5;

export class Telling {
  constructor(place = document.getElementById("told")) {
    this.place = place;
  }

  say(words, ...buttons) {
    this.place.replaceChildren();
    if (!words) return;
    const notice = document.createElement("div");
    notice.className = "notice is-near";
    const text = document.createElement("span");
    text.append(words);
    notice.append(text, ...buttons);
    this.place.append(notice);
  }

  /** Takes the keys that were meant for something that is not there, and says why. */
  sayAndTakeKeys(words) {
    this.say(words);
    this.place.focus();
  }
}

/** The first few of a list, and the rest for whoever wants to see them. */
const named = (list) => {
  const first = document.createElement("span");
  first.textContent = list.slice(0, MOST_NAMED).join("; ");
  if (list.length <= MOST_NAMED) {
    first.append(". ");
    return first;
  }
  const rest = document.createElement("details");
  rest.className = "and-more";
  const summary = document.createElement("summary");
  summary.textContent = `and ${list.length - MOST_NAMED} more`;
  rest.append(summary, list.slice(MOST_NAMED).join("; "));
  first.append(" ", rest, " ");
  return first;
};

/** What the server says many entries would do, into a place. */
export const sayPreview = (place, { cells: count, over, inDoubt, doubts, moves, words }) => {
  place.replaceChildren(count === 1 ? "1 entry. " : `${count} entries. `);
  if (over) place.append(`${over} ${over === 1 ? "is" : "are"} there already and would be altered. `);
  if (inDoubt) place.append(`${inDoubt} would be in doubt: `, named(doubts));
  if (moves.length)
    place.append(`${moves.length === 1 ? "1 grade changes" : `${moves.length} grades change`}: `, named(moves));
  place.append(words);
};
