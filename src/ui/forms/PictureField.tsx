'use client';

import { useCallback, useState } from 'react';

const MOST = 6;
const SIDE = 2000;

/** Pictures taken or chosen; made smaller here, so that they travel fast and without the place where they were taken. */
export function PictureField({ pictures, choose }: { pictures: File[]; choose: (pictures: File[]) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const add = async (files: Iterable<File> & { length: number }) => {
    setProblem(null);
    const added: File[] = [];
    for (const file of [...files].slice(0, MOST - pictures.length)) {
      const small = await shrink(file);
      if (small) added.push(small);
      else setProblem(`${file.name} is no picture that this browser can read.`);
    }
    if (pictures.length + files.length > MOST) setProblem(`At most ${MOST} pictures at once; the rest is left out.`);
    choose([...pictures, ...added]);
  };
  return (
    <div
      className="flex flex-wrap items-center gap-2"
      onPaste={(e) => {
        const pasted = [...e.clipboardData.files].filter(({ type }) => type.startsWith('image/'));
        if (pasted.length > 0) void add(pasted);
      }}
    >
      <label className="btn cursor-pointer relative focus-within:outline-2 focus-within:outline-steel">
        {pictures.length ? 'Another picture' : 'Add a picture'}
        <input
          type="file"
          accept="image/*"
          multiple
          className="absolute inset-0 opacity-0 !min-h-0 cursor-pointer"
          onChange={(e) => {
            if (e.target.files) void add(e.target.files);
            e.target.value = '';
          }}
        />
      </label>
      {pictures.map((picture, i) => (
        <span key={picture.name + i} className="relative">
          <Preview picture={picture} />
          <button
            type="button"
            className="btn !min-h-0 !px-1.5 !py-0 absolute top-0 right-0"
            aria-label={`Leave out picture ${i + 1}`}
            onClick={() => choose(pictures.filter((one) => one !== picture))}
          >
            ×
          </button>
        </span>
      ))}
      {problem && (
        <p role="alert" className="text-sm text-brick font-medium">
          {problem}
        </p>
      )}
    </div>
  );
}

function Preview({ picture }: { picture: File }) {
  const show = useCallback(
    (image: HTMLImageElement) => {
      image.src = URL.createObjectURL(picture);
      return () => URL.revokeObjectURL(image.src);
    },
    [picture],
  );
  // eslint-disable-next-line @next/next/no-img-element -- bytes of this page, nothing to load
  return <img ref={show} alt={picture.name} className="h-16 w-20 object-cover border border-rule" />;
}

/** A JPEG of at most 2,000 pixels a side; null when the file is no picture. */
async function shrink(file: File): Promise<File | null> {
  try {
    const image = await createImageBitmap(file);
    const scale = Math.min(1, SIDE / Math.max(image.width, image.height));
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [Math.round(image.width * scale), Math.round(image.height * scale)];
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.85));
    return blob && new File([blob], file.name.replace(/\.\w+$/, '.jpg'), { type: 'image/jpeg' });
  } catch {
    return null;
  }
}
