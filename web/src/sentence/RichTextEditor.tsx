import { EditorContent, useEditor, useEditorState, type Editor } from "@tiptap/react";
import StarterKit from "@tiptap/starter-kit";
import { useState } from "react";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { webAddress } from "./webAddress";

interface Props {
  label: string;
  html: string;
  onChange: (html: string) => void;
}

/** A text with headings, lists, emphasis and links. The server decides what of it may stay. */
export default function RichTextEditor({ label, html, onChange }: Props) {
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        heading: { levels: [3, 4] },
        link: { openOnClick: false, protocols: ["https", "http", "mailto", "tel"] },
        codeBlock: false,
        horizontalRule: false,
      }),
    ],
    content: html,
    autofocus: "end",
    injectCSS: false,
    editorProps: {
      attributes: {
        role: "textbox",
        "aria-multiline": "true",
        "aria-label": label,
        class: "rich-text min-h-36 max-h-[40vh] overflow-auto border border-rule bg-water p-2 text-[14px]",
      },
    },
    onUpdate: ({ editor: e }) => onChange(e.isEmpty ? "" : e.getHTML()),
  });
  return (
    <div className="grid gap-1.5">
      <Marks editor={editor} />
      <EditorContent editor={editor} />
    </div>
  );
}

function Marks({ editor }: { editor: Editor }) {
  const [linking, setLinking] = useState<string>();
  const [refused, setRefused] = useState(false);
  const on = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      bold: e.isActive("bold"),
      italic: e.isActive("italic"),
      heading: e.isActive("heading"),
      points: e.isActive("bulletList"),
      numbers: e.isActive("orderedList"),
      link: e.isActive("link"),
    }),
  });
  const marks = [
    { name: "Bold", pressed: on.bold, act: () => editor.chain().focus().toggleBold().run() },
    { name: "Italic", pressed: on.italic, act: () => editor.chain().focus().toggleItalic().run() },
    { name: "Heading", pressed: on.heading, act: () => editor.chain().focus().toggleHeading({ level: 3 }).run() },
    { name: "Points", pressed: on.points, act: () => editor.chain().focus().toggleBulletList().run() },
    { name: "Numbers", pressed: on.numbers, act: () => editor.chain().focus().toggleOrderedList().run() },
    {
      name: "Link",
      pressed: on.link,
      act: () => (on.link ? editor.chain().focus().unsetLink().run() : setLinking("")),
    },
  ];
  return (
    <>
      <div role="toolbar" aria-label="How it is written" className="-ml-2 flex flex-wrap">
        {marks.map((m) => (
          <button
            key={m.name}
            type="button"
            aria-pressed={m.pressed}
            onClick={m.act}
            className={`min-h-8 px-2 text-[13px] hover:bg-water ${m.pressed ? "font-semibold text-sea underline underline-offset-4" : "text-soft"}`}
          >
            {m.name}
          </button>
        ))}
      </div>
      {linking !== undefined && (
        <form
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            e.stopPropagation();
            const chain = editor.chain().focus();
            const href = webAddress(linking);
            if (!/^(https?:\/\/|mailto:|tel:)./i.test(href)) return setRefused(true);
            if (editor.state.selection.empty)
              chain.insertContent({ type: "text", text: href, marks: [{ type: "link", attrs: { href } }] }).run();
            else chain.setLink({ href }).run();
            setLinking(undefined);
          }}
        >
          <div className="flex-1">
            <Field
              label="Web address"
              value={linking}
              autoFocus
              placeholder="https://"
              error={refused ? "That is no web address, mail address or telephone number." : undefined}
              onChange={(e) => {
                setRefused(false);
                setLinking(e.target.value);
              }}
            />
          </div>
          <Button type="submit" disabled={linking.trim() === ""}>
            Link it
          </Button>
          <Button look="plain" onClick={() => setLinking(undefined)}>
            Discard
          </Button>
        </form>
      )}
    </>
  );
}
