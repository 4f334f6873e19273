/** A drawing as a file of its own: SVG with its colours written out, or PNG. */

/** Properties that the drawing takes from the page's style. */
const STYLED = ["fill", "stroke", "color", "font-family", "font-size", "font-weight"] as const;
const SCALE = 2;

/** The drawing as SVG text that stands alone. */
export function svgText(drawing: SVGSVGElement): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const originals = [drawing, ...drawing.querySelectorAll("*")];
  const copies = [copy, ...copy.querySelectorAll("*")];
  copies.forEach((element, i) => {
    const original = originals[i];
    if (!original) return;
    const style = getComputedStyle(original);
    for (const name of STYLED) element.setAttribute(name, style.getPropertyValue(name));
    element.removeAttribute("class");
    element.removeAttribute("style");
  });
  const { width, height } = sizeOf(drawing);
  const box = drawing.viewBox.baseVal;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  const ground = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  const paper = { x: box.x, y: box.y, width: box.width || width, height: box.height || height };
  for (const [name, value] of Object.entries(paper)) ground.setAttribute(name, String(value));
  ground.setAttribute("fill", getComputedStyle(document.body).backgroundColor);
  copy.prepend(ground);
  return new XMLSerializer().serializeToString(copy);
}

const sizeOf = (drawing: SVGSVGElement): { width: number; height: number } => {
  const { width, height } = drawing.getBoundingClientRect();
  return { width: Math.max(1, Math.round(width)), height: Math.max(1, Math.round(height)) };
};

/** Saves the drawing under a name, as SVG or PNG. */
export async function savePicture(
  drawing: SVGSVGElement,
  name: string,
  kind: "svg" | "png",
): Promise<void> {
  const text = svgText(drawing);
  const url = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  if (kind === "svg") return hand(url, `${name}.svg`);
  const { width, height } = sizeOf(drawing);
  const image = new Image(width * SCALE, height * SCALE);
  image.src = url;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = width * SCALE;
  canvas.height = height * SCALE;
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  hand(canvas.toDataURL("image/png"), `${name}.png`);
}

function hand(url: string, name: string): void {
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
}

/** A file name out of words. */
export const fileName = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "") || "picture";
