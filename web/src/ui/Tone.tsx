const colours: Record<string, string> = { fits: "text-sea", doubt: "text-brass", wrong: "text-brick", plain: "text-ink" };

/** A word of judgement in its colour; the reason always stands beside it in words. */
export function Tone({ tone, children, className = "" }: { tone: string; children: React.ReactNode; className?: string }) {
  return <span className={`font-semibold ${colours[tone] ?? ""} ${className}`}>{children}</span>;
}
