import { useId, type InputHTMLAttributes } from "react";

/** A labelled line to type on, with what is wrong with it beside it. */
export function Field({ label, error, ...rest }: InputHTMLAttributes<HTMLInputElement> & { label: string; error?: string | undefined }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-soft">
        {label}
      </label>
      <input
        id={id}
        {...rest}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        className="mt-0.5 h-9 w-full border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea"
      />
      {error && <FieldError id={`${id}-error`}>{error}</FieldError>}
    </div>
  );
}

export function FieldError({ id, children }: { id?: string; children: React.ReactNode }) {
  return (
    <p id={id} role="alert" className="mt-1 text-[13px] font-semibold text-brick">
      {children}
    </p>
  );
}
