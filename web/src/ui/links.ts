/** A link that stands among buttons and looks like a plain one. */
export const plainLink = "flex min-h-8 items-center px-3 text-[13px] font-semibold hover:bg-water";
