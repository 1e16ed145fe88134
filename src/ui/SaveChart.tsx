'use client';

import type { RefObject } from 'react';
import { fileName, saveFile, saveTable } from './saveFile';

/** Saves the drawing inside a box as SVG or PNG, and the numbers behind it as CSV. */
export function SaveChart({ box, name, rows }: { box: RefObject<HTMLElement | null>; name: string; rows: string[][] }) {
  const file = fileName(name);
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
    canvas.toBlob((blob) => blob && saveFile(blob, `${file}.png`));
  };
  return (
    <p className="flex gap-3 text-sm mt-1 no-print">
      Save as
      <button
        type="button"
        className="btn-text"
        onClick={() => saveFile(new Blob([svg().text], { type: 'image/svg+xml' }), `${file}.svg`)}
      >
        SVG
      </button>
      <button type="button" className="btn-text" onClick={() => void png()}>
        PNG
      </button>
      <button type="button" className="btn-text" onClick={() => void saveTable(rows, name)}>
        CSV
      </button>
    </p>
  );
}
