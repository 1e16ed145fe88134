'use client';

import type { RefObject } from 'react';

/** Saves the drawing inside a box as SVG or PNG, and the numbers behind it as CSV. */
export function SaveChart({ box, name, rows }: { box: RefObject<HTMLElement | null>; name: string; rows: string[][] }) {
  const file = name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
  const svg = () => {
    const drawn = box.current!.querySelector('svg')!;
    const copy = drawn.cloneNode(true) as SVGSVGElement;
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
    const styles = getComputedStyle(document.documentElement);
    // Colours of the page are variables, which a file of its own does not know.
    const text = new XMLSerializer()
      .serializeToString(copy)
      .replace(/var\((--[\w-]+)\)/g, (_, variable: string) => styles.getPropertyValue(variable).trim());
    return { text, width: drawn.clientWidth, height: drawn.clientHeight };
  };
  const table = async () => {
    const { csv } = await import('@/core/csv'); // fetched when it is wanted
    save(new Blob([csv(rows[0]!, rows.slice(1))], { type: 'text/csv' }), `${file}.csv`);
  };
  const png = async () => {
    const { text, width, height } = svg();
    const image = new Image();
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [2 * width, 2 * height];
    const context = canvas.getContext('2d')!;
    context.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--sheet');
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    canvas.toBlob((blob) => blob && save(blob, `${file}.png`));
  };
  return (
    <p className="flex gap-3 text-sm mt-1 no-print">
      Save as
      <button
        type="button"
        className="btn-text"
        onClick={() => save(new Blob([svg().text], { type: 'image/svg+xml' }), `${file}.svg`)}
      >
        SVG
      </button>
      <button type="button" className="btn-text" onClick={() => void png()}>
        PNG
      </button>
      <button type="button" className="btn-text" onClick={() => void table()}>
        CSV
      </button>
    </p>
  );
}

function save(blob: Blob, name: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
