/** The look of a drawn chart as attributes of its own, so that it stands alone in a file: classes mean nothing outside the page. */
const KEPT = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linejoin',
  'opacity',
  'font-size',
  'font-weight',
  'text-anchor',
] as const;

/** A chart as the text of an SVG file, with the paper's colour behind it and the page's font named. */
export function svgText(chart: SVGSVGElement): string {
  const copy = chart.cloneNode(true) as SVGSVGElement;
  const originals = [chart, ...chart.querySelectorAll<SVGElement>('*')];
  const copies = [copy, ...copy.querySelectorAll<SVGElement>('*')];
  for (const [i, original] of originals.entries()) {
    const style = getComputedStyle(original);
    const target = copies[i]!;
    for (const name of KEPT) {
      const value = style.getPropertyValue(name);
      if ((value && value !== 'none') || (name === 'fill' && value)) target.setAttribute(name, value);
    }
    for (const name of ['class', 'tabindex', 'role', 'data-key', 'data-owned']) target.removeAttribute(name);
  }
  const { width, height } = chart.getBoundingClientRect();
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('viewBox', `0 0 ${width} ${height}`);
  copy.setAttribute('font-family', 'Archivo, Liberation Sans, sans-serif');
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', getComputedStyle(document.documentElement).backgroundColor);
  copy.prepend(paper);
  return new XMLSerializer().serializeToString(copy);
}

const PNG_SCALE = 2;

/** A chart as a PNG of twice its size on screen. Throws Error when the browser cannot draw it. */
export async function pngOf(chart: SVGSVGElement): Promise<Blob> {
  const { width, height } = chart.getBoundingClientRect();
  const image = new Image(width, height);
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgText(chart))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width * PNG_SCALE;
  canvas.height = height * PNG_SCALE;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('this browser cannot draw pictures');
  context.scale(PNG_SCALE, PNG_SCALE);
  context.drawImage(image, 0, 0, width, height);
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('the picture could not be made'))), 'image/png');
  });
}
