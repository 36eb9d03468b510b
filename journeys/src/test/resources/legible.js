// What axe leaves out: text in pictures, and placeholders. Gives one line for each that is too faint against what is behind it.
() => {
  const channels = (css) => {
    const [r, g, b, a = 1] = css.match(/[\d.]+/g).map(Number);
    return { r, g, b, a };
  };
  const over = (top, below) => ({
    r: top.r * top.a + below.r * (1 - top.a),
    g: top.g * top.a + below.g * (1 - top.a),
    b: top.b * top.a + below.b * (1 - top.a),
    a: 1,
  });
  const light = ({ r, g, b }) => {
    const [x, y, z] = [r, g, b].map((c) => (c / 255 <= 0.04045 ? c / 255 / 12.92 : ((c / 255 + 0.055) / 1.055) ** 2.4));
    return 0.2126 * x + 0.7152 * y + 0.0722 * z;
  };
  const contrast = (one, other) => {
    const [high, low] = [light(one), light(other)].sort((a, b) => b - a);
    return (high + 0.05) / (low + 0.05);
  };
  const opacity = (element) => {
    let all = 1;
    for (let own = element; own; own = own.parentElement) all *= Number(getComputedStyle(own).opacity);
    return all;
  };
  const painted = (element) => {
    const style = getComputedStyle(element);
    const inPicture = element instanceof SVGElement && !(element instanceof SVGSVGElement);
    if (inPicture && (element instanceof SVGTextContentElement || style.fill === "none" || !style.fill.startsWith("rgb")))
      return null;
    const colour = channels(inPicture ? style.fill : style.backgroundColor);
    const strength = (inPicture ? Number(style.fillOpacity) : 1) * (inPicture ? opacity(element) : 1);
    return colour.a * strength > 0 ? { ...colour, a: colour.a * strength } : null;
  };
  const behind = (element, x, y) => {
    const all = document.elementsFromPoint(x, y);
    const from = all.indexOf(element);
    const layers = (from < 0 ? all : all.slice(from + 1)).map(painted).filter(Boolean);
    let ground = { r: 255, g: 255, b: 255, a: 1 };
    for (const layer of layers.reverse()) ground = over(layer, ground);
    return ground;
  };
  const faint = [];
  const check = (words, element, colour, x, y, large) => {
    const ground = behind(element, x, y);
    const reached = contrast(over(colour, ground), ground);
    const where = element.closest("svg")?.getAttribute("class");
    if (reached < (large ? 3 : 4.5) - 0.05) faint.push(`${reached.toFixed(1)} “${words.slice(0, 40)}” in ${where}`);
  };
  for (const text of document.querySelectorAll("svg text")) {
    const box = text.getBoundingClientRect();
    if (!text.textContent.trim() || !box.width) continue;
    text.scrollIntoView({ block: "center", inline: "center" });
    const at = text.getBoundingClientRect();
    const style = getComputedStyle(text);
    if (style.visibility === "hidden" || style.fill === "none") continue;
    const fill = channels(style.fill);
    const size = parseFloat(style.fontSize) * (at.height ? text.getScreenCTM().d : 1);
    const large = size >= 24 || (size >= 18.66 && Number(style.fontWeight) >= 700);
    const colour = { ...fill, a: fill.a * Number(style.fillOpacity) * opacity(text) };
    check(text.textContent.trim(), text, colour, at.x + at.width / 2, at.y + at.height / 2, large);
  }
  for (const field of document.querySelectorAll("input[placeholder], textarea[placeholder]")) {
    const box = field.getBoundingClientRect();
    if (!box.width || !field.placeholder.trim()) continue;
    const style = getComputedStyle(field, "::placeholder");
    const colour = channels(style.color);
    // Shown once the line is the one that is marked.
    if (colour.a === 0) continue;
    const ground = painted(field) ?? behind(field, box.x + 4, box.y + 4);
    const mixed = over({ ...colour, a: colour.a * Number(style.opacity) }, ground);
    const reached = contrast(mixed, ground);
    if (reached < 4.45) faint.push(`${reached.toFixed(1)} “${field.placeholder}” placeholder of ${field.name}`);
  }
  return [...new Set(faint)];
}
