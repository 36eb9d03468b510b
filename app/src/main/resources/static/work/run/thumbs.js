// Keys of a marking run for thumbs: the machine's own would cover the half of the page.

export const startThumbs = (run, lines, saving, typing) => {
  const small = matchMedia("(max-width: 719px)");
  const press = (input, digit) => {
    const whole = lines.fresh || (input.selectionStart === 0 && input.selectionEnd === input.value.length);
    const before = whole ? "" : input.value;
    input.value = digit === "" ? before.slice(0, -1) : before + digit;
    input.focus();
    input.setSelectionRange(input.value.length, input.value.length);
    lines.fresh = false;
  };
  for (const key of run.querySelectorAll(".run-keys button")) {
    key.addEventListener("mousedown", (event) => event.preventDefault());
    key.addEventListener("click", () => {
      const input = lines.current();
      if (key.dataset.go === "1") {
        saving.commit(input);
        input.focus();
        typing.next();
      } else if (key.dataset.go) {
        saving.commit(input);
        lines.go(lines.beside(lines.now, -1));
      } else if (key.dataset.digit !== undefined) press(input, key.dataset.digit);
    });
  }
  const choose = () => {
    for (const line of lines.all)
      for (const input of lines.inputs(line)) input.inputMode = small.matches ? "none" : "decimal";
  };
  small.addEventListener("change", choose);
  choose();
  return small;
};
