/** Takes a drawing out of the screen as a file of its own, with the colours that it has here. */
const KEPT = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'font-family',
  'font-size',
  'font-weight',
  'opacity',
] as const;

/** A copy that stands for itself: styles beside each part, the whole drawing in view. */
function standalone(svg: SVGSVGElement, width: number, height: number): SVGSVGElement {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const parts = svg.querySelectorAll('*');
  copy.querySelectorAll('*').forEach((part, i) => {
    const original = parts[i];
    if (!original) return;
    const style = getComputedStyle(original);
    part.setAttribute('style', KEPT.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';'));
    for (const name of ['class', 'tabindex', 'role', 'aria-pressed', 'aria-label']) part.removeAttribute(name);
  });
  copy.removeAttribute('class');
  copy.removeAttribute('style');
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('viewBox', `0 0 ${width} ${height}`);
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', getComputedStyle(document.documentElement).backgroundColor);
  copy.prepend(paper);
  return copy;
}

function download(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** Hands the drawing out as SVG, or as PNG at twice its size as far as a browser can hold that. */
export async function savePicture(
  svg: SVGSVGElement,
  width: number,
  height: number,
  format: 'svg' | 'png',
): Promise<void> {
  const text = new XMLSerializer().serializeToString(standalone(svg, width, height));
  const blob = new Blob([text], { type: 'image/svg+xml;charset=utf-8' });
  if (format === 'svg') return download(blob, 'reach.svg');
  const image = new Image();
  const address = URL.createObjectURL(blob);
  await new Promise<void>((resolve, reject) => {
    image.onload = () => resolve();
    image.onerror = () => reject(new Error('The drawing could not be turned into a picture.'));
    image.src = address;
  });
  const scale = Math.min(2, 12_000 / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.ceil(width * scale);
  canvas.height = Math.ceil(height * scale);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(address);
  const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (png) download(png, 'reach.png');
}
