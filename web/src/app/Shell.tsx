import { useQuery } from "@tanstack/react-query";
import { Link, Outlet, useNavigate, useRouterState } from "@tanstack/react-router";
import { lazy, Suspense, useState } from "react";
import { deskQuery, remindersQuery, sessionQuery } from "../api/queries";
import { CallStrip } from "./parts/CallStrip";
import { Foot } from "./Foot";
import { HandFoot } from "./HandFoot";
import { useKeys, useKeysState } from "./keys";
import { useLive } from "./hooks/live";
import { PlaceLine } from "./parts/PlaceLine";
import { useNarrow } from "./hooks/useNarrow";

// The lanes are drawn first: finding and reminders come behind them, what opens on demand comes on demand.
const Find = lazy(() => import("./Find").then((m) => ({ default: m.Find })));
const ReminderStrip = lazy(() => import("./reminders/ReminderStrip").then((m) => ({ default: m.ReminderStrip })));
const MissedReminders = lazy(() => import("./reminders/ReminderStrip").then((m) => ({ default: m.MissedReminders })));
const AccountMenu = lazy(() => import("./AccountMenu"));
const KeyHelp = lazy(() => import("./KeyHelp"));

/** What stands around every place: the places above, the keys that act now below. */
export function Shell() {
  const narrow = useNarrow();
  useLive();
  const navigate = useNavigate();
  const { helpOpen, setHelpOpen } = useKeysState();
  const desk = useQuery(deskQuery);
  const session = useQuery({ ...sessionQuery, refetchInterval: 5 * 60_000 });
  // Their line has its room as soon as they are known, before what draws it has come.
  const reminders = useQuery(remindersQuery);
  const reminds = (reminders.data?.due ?? []).some((r) => r.end > (reminders.data?.now ?? 0));
  const [choosing, setChoosing] = useState(false);
  const [reminded, setReminded] = useState(false);
  const at = useRouterState({ select: (s) => s.location.pathname });
  useKeys({ n: () => void navigate({ to: "/arrange" }), "?": () => setHelpOpen(true) });
  const toAnswer = desk.data?.queue.filter((r) => r.verb === "Answer").length ?? 0;
  const toChase = desk.data?.queue.filter((r) => r.verb === "Chase").length ?? 0;
  return (
    <div className="flex h-full flex-col">
      <a href="#place" className="sr-only focus:not-sr-only focus:absolute focus:z-20 focus:bg-water focus:p-2">
        Skip to main content
      </a>
      {!narrow && (
        <header className="no-print flex h-12 shrink-0 items-stretch border-b border-rule px-6 max-[960px]:h-auto max-[960px]:min-h-12 max-[960px]:flex-wrap max-[960px]:gap-y-1 max-[960px]:pb-1.5 max-[600px]:px-4">
          <Link
            to="/"
            className="mr-6 flex items-center gap-2 text-[19px] max-[600px]:mr-auto max-[600px]:min-h-11 font-semibold text-sea"
            aria-label="Corlin, to the Desk"
          >
            <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true" fill="currentColor">
              <path d="M1 15.4h16V17H1zM3 2h4.4v12.4H3zM9 8h3v6.4H9z" />
            </svg>
            Corlin
          </Link>
          <nav
            aria-label="Places"
            className="flex items-stretch gap-6 text-[14px] max-[1320px]:gap-5 font-medium max-[600px]:order-last max-[600px]:w-full max-[600px]:justify-between max-[600px]:gap-2 max-[600px]:[&>a]:min-h-11"
          >
            <Place to="/">Desk</Place>
            <Place to="/lanes">Lanes</Place>
            <Place to="/answer">Answer{toAnswer > 0 && <span className="ml-1.5 text-xs font-semibold text-brass">{toAnswer}</span>}</Place>
            <Place to="/chase">Chase{toChase > 0 && <span className="ml-1.5 text-xs font-semibold text-brass">{toChase}</span>}</Place>
            <Place to="/whereabouts">Whereabouts</Place>
            <Place to="/access">Access</Place>
            <Place to="/people">People</Place>
          </nav>
          <div className="ml-auto flex min-w-0 items-center gap-3 pl-4">
            <span className="min-w-[100px] shrink max-[600px]:hidden">
              <Suspense fallback={<span className="block h-8 w-[clamp(110px,15vw,240px)] max-w-full border-b border-ink" />}>
                <Find />
              </Suspense>
            </span>
            <Suspense>{!reminded && <MissedReminders onOpen={() => setReminded(true)} />}</Suspense>
            {desk.data && <Account name={desk.data.viewer.name} onReminders={() => setChoosing(true)} />}
            <Link
              to="/convene"
              className="flex h-8 items-center px-2 text-[13px] font-semibold whitespace-nowrap text-sea hover:underline max-[1150px]:hidden"
            >
              Convene
            </Link>
            <Link
              to="/arrange"
              className={`flex h-8 shrink-0 items-center rounded-sm px-3.5 text-[13px] font-semibold whitespace-nowrap ${
                at === "/" || at === "/lanes" ? "bg-sea text-on-sea" : "border border-sea text-sea hover:bg-sea-wash"
              }`}
            >
              <span>
                Arrange<span className="max-[600px]:sr-only"> a meeting</span>
              </span>
            </Link>
          </div>
        </header>
      )}
      {session.data && session.data.trouble.length > 0 && (
        <p role="alert" className="no-print border-b border-rule bg-water px-6 py-1.5 font-semibold text-brick">
          Something goes on failing here: {session.data.trouble.join("; ")}. The log on the machine says why.
        </p>
      )}
      <CallStrip />
      <Suspense fallback={reminds && <div className="h-[41px] shrink-0 border-b border-rule bg-water" />}>
        <ReminderStrip choosing={choosing} onChoosing={setChoosing} opened={reminded} onOpened={setReminded} />
      </Suspense>
      {!narrow && <PlaceLine />}
      <main id="place" tabIndex={-1} className="flex min-h-0 flex-1 flex-col overflow-auto outline-none">
        <Outlet />
      </main>
      <Foot />
      {narrow && <HandFoot />}
      {helpOpen && (
        <Suspense>
          <KeyHelp />
        </Suspense>
      )}
    </div>
  );
}

/** The name alone until its menu is asked for. */
function Account({ name, onReminders }: { name: string; onReminders: () => void }) {
  const [asked, setAsked] = useState(false);
  const button = (
    <button
      type="button"
      aria-haspopup="menu"
      className="h-8 max-w-36 truncate px-2 text-soft hover:text-ink"
      onClick={() => setAsked(true)}
    >
      {name}
    </button>
  );
  return asked ? (
    <Suspense fallback={button}>
      <AccountMenu name={name} opened onReminders={onReminders} />
    </Suspense>
  ) : (
    button
  );
}

function Place({ to, children }: { to: string; children: React.ReactNode }) {
  return (
    <Link
      to={to}
      activeOptions={{ exact: to === "/" }}
      className="flex items-center border-b-[3px] border-transparent pt-[3px] text-soft hover:text-ink"
      activeProps={{ className: "!border-sea !text-ink", "aria-current": "page" }}
    >
      {children}
    </Link>
  );
}
