'use client';

import { EditorContent, useEditor, useEditorState, type Editor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef, useState } from 'react';

const KIT = StarterKit.configure({
  heading: { levels: [3] },
  blockquote: false,
  code: false,
  codeBlock: false,
  horizontalRule: false,
  link: false,
  strike: false,
  underline: false,
});

interface Props {
  labelledBy: string;
  html: string;
  change: (html: string) => void;
  most: number;
  invalid: boolean;
}

/** The editor of a rich text. What is pasted keeps its words and lists; pictures and too much are left out and said so. */
export function RichEditor({ labelledBy, html, change, most, invalid }: Props) {
  const [remark, setRemark] = useState<string | null>(null);
  const last = useRef(html);
  const editor = useEditor({
    extensions: [KIT],
    content: html,
    autofocus: 'end',
    immediatelyRender: false,
    injectCSS: false,
    editorProps: {
      attributes: {
        'aria-labelledby': labelledBy,
        role: 'textbox',
        'aria-multiline': 'true',
        class: 'rich px-2 py-1.5 min-h-20 outline-none',
      },
      handlePaste: (view, event) => {
        const pasted = event.clipboardData;
        const text = pasted?.getData('text/plain') ?? '';
        const shown = pasted?.getData('text/html') ?? '';
        const room = most - view.state.doc.textContent.length;
        if (Math.max(text.length, textLength(shown)) > room) {
          const size = Math.max(text.length, textLength(shown)).toLocaleString('en');
          setRemark(
            `What you pasted has ${size} characters; ${Math.max(0, room).toLocaleString('en')} are left here. Nothing was pasted, and what stood here is kept.`,
          );
          return true;
        }
        const images =
          /<img\b/i.test(shown) || [...(pasted?.files ?? [])].some((file) => file.type.startsWith('image/'));
        setRemark(images ? 'Pictures can’t stand in this text; they were left out.' : null);
        return images && !text && !textLength(shown);
      },
    },
    onUpdate: ({ editor }) => {
      last.current = editor.isEmpty ? '' : editor.getHTML();
      change(last.current);
    },
  });
  // A draft that is restored, or somebody else's version taken over, comes from outside.
  useEffect(() => {
    if (!editor || html === last.current) return;
    last.current = html;
    editor.commands.setContent(html, { emitUpdate: false });
  }, [editor, html]);
  return (
    <div className={`border bg-sheet ${invalid ? 'border-brick' : 'border-[var(--field)]'}`}>
      {editor && <Tools editor={editor} />}
      <EditorContent editor={editor} />
      {remark && (
        <p className="text-sm text-brick font-medium px-2 pb-1" role="alert">
          {remark}
        </p>
      )}
    </div>
  );
}

/** How many characters of a pasted text are read, without its marks and styles. */
function textLength(html: string): number {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  for (const style of body.querySelectorAll('style')) style.remove();
  return body.textContent?.length ?? 0;
}

function Tools({ editor }: { editor: Editor }) {
  const on = useEditorState({
    editor,
    selector: ({ editor }) => ({
      bold: editor.isActive('bold'),
      italic: editor.isActive('italic'),
      heading: editor.isActive('heading'),
      bullets: editor.isActive('bulletList'),
      numbers: editor.isActive('orderedList'),
    }),
  });
  const tools = [
    ['Bold', on.bold, () => editor.chain().focus().toggleBold().run()],
    ['Italic', on.italic, () => editor.chain().focus().toggleItalic().run()],
    ['Heading', on.heading, () => editor.chain().focus().toggleHeading({ level: 3 }).run()],
    ['Points', on.bullets, () => editor.chain().focus().toggleBulletList().run()],
    ['Numbers', on.numbers, () => editor.chain().focus().toggleOrderedList().run()],
  ] as const;
  return (
    <div
      className="flex flex-wrap gap-x-4 border-b border-hair px-2 py-0.5 text-sm"
      role="toolbar"
      aria-label="Formatting"
    >
      {tools.map(([label, active, run]) => (
        <button
          key={label}
          type="button"
          aria-pressed={active}
          className="btn-text !text-ink aria-pressed:underline aria-pressed:decoration-2 underline-offset-4"
          onClick={run}
        >
          {label}
        </button>
      ))}
    </div>
  );
}
