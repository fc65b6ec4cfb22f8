import type { ButtonHTMLAttributes } from "react";
import { RowStop } from "./RowStop";

const looks = {
  /** One a screen, at the end of the work. */
  filled: "bg-sea text-on-sea hover:bg-sea/90 disabled:bg-rule disabled:text-soft",
  outlined: "border border-sea text-sea hover:bg-sea-wash disabled:border-rule disabled:text-soft",
  /** For what takes something away. */
  grave: "text-brick hover:bg-water disabled:text-soft",
  plain: "text-ink hover:bg-water disabled:text-soft",
};

export function Button({
  look = "outlined",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof looks }) {
  return (
    <RowStop disabled={rest.disabled}>
      <button
        type="button"
        {...rest}
        className={`min-h-8 rounded-sm px-3 text-[13px] font-semibold whitespace-nowrap disabled:cursor-not-allowed ${looks[look]} ${className}`}
      />
    </RowStop>
  );
}
