import { Link } from "@tanstack/react-router";

/** What can wait, and still wants to be looked at. */
export function NeedLook({ many }: { many: number }) {
  return (
    <p className="pb-3">
      <Link to="/needs-a-look" className="inline-flex min-h-8 items-center font-semibold underline underline-offset-4">
        {many === 0 ? "What is looked for on these calendars" : `${many} more ${many === 1 ? "thing needs" : "things need"} a look`}
      </Link>
    </p>
  );
}
