import { EditorContent, useEditor, useEditorState } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { Button, Input, Popover } from 'antd';
import { Bold, Italic, Link2, List, ListOrdered } from 'lucide-react';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { classesOf } from '../../shared/classes.js';
import ownCss from './WordsEditor.module.css';

const cx = classesOf(ownCss);

/** What a message can carry, and no more. */
const KIT = StarterKit.configure({
  blockquote: false,
  code: false,
  codeBlock: false,
  heading: false,
  horizontalRule: false,
  strike: false,
  underline: false,
  link: { openOnClick: false, defaultProtocol: 'https', protocols: ['http', 'https', 'mailto', 'tel'] },
});

interface Props {
  /** HTML, taken up once. */
  readonly words: string;
  readonly onChange: (words: string) => void;
}

/** The agent's words of a message, with bold, lists and links. */
export function WordsEditor({ words, onChange }: Props) {
  const editor = useEditor({
    extensions: [KIT],
    // the page's policy takes styles from files only
    injectCSS: false,
    content: words,
    onUpdate: ({ editor: now }) => onChange(now.isEmpty ? '' : now.getHTML()),
    editorProps: { attributes: { class: cx('text'), role: 'textbox', 'aria-multiline': 'true', 'aria-label': 'Words' } },
  });
  return (
    <div className={cx('words')}>
      <EditorContent editor={editor} />
      <Tools editor={editor} />
    </div>
  );
}

function Tools({ editor }: { readonly editor: Editor }) {
  const on = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      list: now.isActive('bulletList'),
      numbered: now.isActive('orderedList'),
      link: now.isActive('link'),
    }),
  });
  const at = () => editor.chain().focus();
  return (
    <div className={cx('tools')} role="group" aria-label="How the words look">
      <Tool label="Bold" on={on.bold} onClick={() => at().toggleBold().run()} icon={<Bold size={14} />} />
      <Tool label="Italic" on={on.italic} onClick={() => at().toggleItalic().run()} icon={<Italic size={14} />} />
      <Tool label="List" on={on.list} onClick={() => at().toggleBulletList().run()} icon={<List size={14} />} />
      <Tool
        label="Numbered list"
        on={on.numbered}
        onClick={() => at().toggleOrderedList().run()}
        icon={<ListOrdered size={14} />}
      />
      <LinkTool editor={editor} on={on.link} />
    </div>
  );
}

interface ToolProps {
  readonly label: string;
  readonly on: boolean;
  readonly onClick: () => void;
  readonly icon: ReactNode;
}

function Tool({ label, on, onClick, icon }: ToolProps) {
  return (
    <Button
      type={on ? 'default' : 'text'}
      size="small"
      aria-label={label}
      aria-pressed={on}
      title={label}
      icon={icon}
      onClick={onClick}
    />
  );
}

/** Makes the words that are marked a link, or no link any more. */
function LinkTool({ editor, on }: { readonly editor: Editor; readonly on: boolean }) {
  const [open, setOpen] = useState(false);
  const set = (href: string): void => {
    setOpen(false);
    const typed = href.trim();
    if (typed) editor.chain().focus().setLink({ href: typed }).run();
  };
  if (on) return <Tool label="No link" on onClick={() => editor.chain().focus().unsetLink().run()} icon={<Link2 size={14} />} />;
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      destroyOnHidden
      content={
        <Input.Search autoFocus placeholder="https://" aria-label="Where the link leads" enterButton="Link" onSearch={set} />
      }
    >
      <Button type="text" size="small" aria-label="Link" title="Link the words that are marked" icon={<Link2 size={14} />} />
    </Popover>
  );
}
