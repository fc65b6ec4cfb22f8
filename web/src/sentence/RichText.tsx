import { lazy, Suspense } from "react";

const Editor = lazy(() => import("./RichTextEditor"));

/** Rich text to be written; the editor comes when it is asked for. */
export function RichTextField(props: { label: string; html: string; onChange: (html: string) => void }) {
  return (
    <Suspense fallback={<p className="min-h-44 text-soft">Getting the editor…</p>}>
      <Editor {...props} />
    </Suspense>
  );
}

/** Rich text to be read. It was sanitised by the server when it came in. */
export function RichTextShown({ html, plain }: { html: string | null; plain: string }) {
  if (html === null) return <p className="whitespace-pre-line">{plain}</p>;
  return <div className="rich-text" dangerouslySetInnerHTML={{ __html: html }} />;
}

const escaped = (text: string) => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");

/** A text as it is handed to the editor: styled, or a paragraph a line. */
export function htmlOf(html: string | null, plain: string | null): string {
  if (html !== null) return html;
  return plain
    ? plain
        .split("\n")
        .map((line) => `<p>${escaped(line)}</p>`)
        .join("")
    : "";
}

/** How much there is of a text, in a word or two: "none", "one point", "4 points". */
export function pointsOf(html: string): string {
  const lines = (html.match(/<(p|li|h3|h4)[ >][^]*?<\/\1>/g) ?? []).filter((l) => l.replace(/<[^>]*>/g, "").trim() !== "");
  // A point of a list holds a paragraph of its own.
  const points = html.includes("<li") ? (html.match(/<li[ >]/g) ?? []).length : lines.length;
  return points === 0 ? "none" : points === 1 ? "one point" : `${points} points`;
}
