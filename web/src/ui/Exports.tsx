import type { RefObject } from 'react';
import { says } from '@/words';
import { LinkButton } from './LinkButton';
import { csv, fileName, type Origin, type Row } from './table';

interface Props {
  of: Origin;
  /** What it shows, for the files' names. */
  what: string;
  chart: RefObject<SVGSVGElement | null>;
  /** The chart's data, a row for each observation. */
  rows: () => Row[];
}

const DRAWN = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'opacity', 'font-family', 'font-weight'];
const SCALE = 2;

/** A chart as a picture of lines or of points, its data as a table of commas. */
export function Exports({ of, what, chart, rows }: Props) {
  const name = fileName(of, what);
  const png = async () => {
    if (chart.current) save(`${name}.png`, await pixels(chart.current));
  };
  return (
    <p className="mt-1 flex gap-3 text-sm" data-part="exports">
      <LinkButton
        data-kind="SVG"
        onClick={() =>
          chart.current && save(`${name}.svg`, new Blob([alone(chart.current)], { type: 'image/svg+xml' }))
        }
      >
        SVG
      </LinkButton>
      <LinkButton data-kind="PNG" onClick={png}>
        PNG
      </LinkButton>
      <LinkButton
        data-kind="CSV"
        onClick={() => save(`${name}.csv`, new Blob([csv(of, rows())], { type: 'text/csv;charset=utf-8' }))}
      >
        CSV
      </LinkButton>
    </p>
  );
}

function save(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A mixed colour as every viewer reads it. */
function plain(value: string): string {
  const mixed = /^color\(srgb ([\d.e-]+) ([\d.e-]+) ([\d.e-]+)/.exec(value);
  return mixed ? `rgb(${mixed.slice(1).map((part) => Math.round(Number(part) * 255))})` : value;
}

/** The drawing with its looks written into it and the hatches it uses, so that it stands alone. */
function alone(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const [from, to] = [
    [svg, ...svg.querySelectorAll('*')],
    [copy, ...copy.querySelectorAll('*')],
  ];
  from.forEach((element, place) => {
    const look = getComputedStyle(element);
    for (const property of DRAWN)
      (to[place] as SVGElement).setAttribute(property, plain(look.getPropertyValue(property)));
    to[place]?.removeAttribute('class');
    to[place]?.removeAttribute('style');
  });
  const used = new Set(
    [...copy.outerHTML.matchAll(/url\(["']?[^"')]*#(hatch-\w+)/g)].map((found) => found[1] ?? ''),
  );
  const hatches = document.createElementNS('http://www.w3.org/2000/svg', 'defs');
  for (const id of used) {
    const hatch = document.getElementById(id);
    if (!hatch) continue;
    const own = hatch.cloneNode(true) as SVGElement;
    const parts = [...hatch.querySelectorAll('*')];
    own.querySelectorAll('*').forEach((element, place) => {
      const look = getComputedStyle(parts[place] as Element);
      for (const property of DRAWN) element.setAttribute(property, look.getPropertyValue(property));
      element.removeAttribute('style');
    });
    hatches.append(own);
  }
  copy.prepend(hatches);
  const { width, height } = svg.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  copy.setAttribute(
    'style',
    `background:${getComputedStyle(document.documentElement).getPropertyValue('--color-plate')}`,
  );
  return copy.outerHTML.replaceAll(/url\(["']?[^"')]*#/g, 'url(#').replaceAll('&quot;)', ')');
}

async function pixels(svg: SVGSVGElement): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(alone(svg))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width * SCALE;
  canvas.height = image.height * SCALE;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, failed) => {
    canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error(says.app.noPicture))), 'image/png');
  });
}
