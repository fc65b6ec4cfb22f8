import { Button } from "../../ui/Button";
import { useChanges } from "../hooks/changes";

/** What is written to one of those to whom times are offered, with their link; it is shown this one time. */
export function OfferText({ name, text, link }: { name: string; text: string; link: string }) {
  const { say } = useChanges();
  const whole = `${text}\n\n${location.origin}/offers/${link}`;
  return (
    <div className="mt-3">
      <label className="block">
        <span className="text-soft">{`For ${name}, to be pasted into a message`}</span>
        <textarea
          readOnly
          rows={11}
          value={whole}
          onFocus={(e) => e.target.select()}
          className="w-full border border-rule bg-water p-2 text-[13px]"
        />
      </label>
      <p className="flex justify-end gap-2">
        <a
          href={`/offers/${link}`}
          target="_blank"
          rel="noreferrer"
          className="inline-flex min-h-8 items-center px-2 text-sea underline underline-offset-4"
        >
          See the page
        </a>
        <Button onClick={() => void navigator.clipboard.writeText(whole).then(() => say(`The message to ${name} is copied.`))}>
          Copy it
        </Button>
      </p>
    </div>
  );
}
