import { createRootRoute, createRoute, createRouter, lazyRouteComponent } from "@tanstack/react-router";
import {
  accessQuery,
  answersQuery,
  chaseQuery,
  handoversQuery,
  lanesSpans,
  mineQuery,
  type LanesSpan,
  type MailPile,
} from "../api/queries";
import { Home } from "./Home";
import { queries } from "./queryClient";
import { Shell } from "./Shell";

const root = createRootRoute({
  component: Shell,
  notFoundComponent: () => <p className="p-6">There is no such page. Choose a place above.</p>,
});

// The Desk is what opens first; the other places come when they are asked for.
const Lanes = lazyRouteComponent(() => import("../features/lanes/Lanes"), "Lanes");
const Arrange = lazyRouteComponent(() => import("../features/arranging/Arrange"), "Arrange");
const Convene = lazyRouteComponent(() => import("../features/conferences/Convene"), "Convene");
const Files = lazyRouteComponent(() => import("../features/files/Files"), "Files");
const Access = lazyRouteComponent(() => import("../features/access/Access"), "Access");
const Answer = lazyRouteComponent(() => import("../features/answering/Answer"), "Answer");
const Chase = lazyRouteComponent(() => import("../features/meetings/Chase"), "Chase");

const People = lazyRouteComponent(() => import("../features/people/People"), "People");

const WaysIn = lazyRouteComponent(() => import("../features/accounts/WaysIn"), "WaysIn");
const Places = lazyRouteComponent(() => import("../features/people/Places"), "Places");

const Whereabouts = lazyRouteComponent(() => import("../features/whereabouts/Whereabouts"), "Whereabouts");

const Handover = lazyRouteComponent(() => import("../features/handingOver/Handover"), "Handover");

const Mine = lazyRouteComponent(() => import("../features/desk/mine/Mine"), "Mine");

const MailRoom = lazyRouteComponent(() => import("../features/mail/MailRoom"), "MailRoom");

const Instructions = lazyRouteComponent(() => import("../features/instructions/Instructions"), "Instructions");
const Watch = lazyRouteComponent(() => import("../features/watching/Watch"), "Watch");

const DaySheet = lazyRouteComponent(() => import("../features/handing/DaySheet"), "DaySheet");

const Devices = lazyRouteComponent(() => import("../features/accounts/Devices"), "Devices");
const Deleting = lazyRouteComponent(() => import("../features/people/Deleting"), "Deleting");
const Leaving = lazyRouteComponent(() => import("../features/people/Leaving"), "Leaving");
const Weights = lazyRouteComponent(() => import("../features/arranging/Weights"), "Weights");
const SendCalendar = lazyRouteComponent(() => import("../features/handing/SendCalendar"), "SendCalendar");

const Requests = lazyRouteComponent(() => import("../features/arranging/requests/Requests"), "Requests");

const History = lazyRouteComponent(() => import("../features/history/History"), "History");

const Ahead = lazyRouteComponent(() => import("../features/hand/Ahead"), "Ahead");
const AddInHand = lazyRouteComponent(() => import("../features/hand/AddInHand"), "AddInHand");
const ToDo = lazyRouteComponent(() => import("../features/hand/ToDo"), "ToDo");
const More = lazyRouteComponent(() => import("../features/hand/More"), "More");
const FindInHand = lazyRouteComponent(() => import("../features/hand/FindInHand"), "FindInHand");

const OwnAccount = lazyRouteComponent(() => import("../features/accounts/OwnAccount"), "OwnAccount");

// What a place shows is asked for together with its code, not after it.
const reads = {
  access: (of: string | undefined) => void queries.prefetchQuery(accessQuery(of)),
  answer: () => void queries.prefetchQuery(answersQuery),
  chase: () => void queries.prefetchQuery(chaseQuery),
  handover: () => void queries.prefetchQuery(handoversQuery),
  mine: () => void queries.prefetchQuery(mineQuery),
};

const text = (value: unknown) => (typeof value === "string" ? value : undefined);

/** Of whom a place is. */
const whose = (search: Record<string, unknown>): { who?: string } => {
  const who = text(search.who);
  return who ? { who } : {};
};

const desk = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: Home,
  validateSearch: (search): { day?: string } => (text(search.day) ? { day: text(search.day) as string } : {}),
});

// Pages for a hand; a wide window has each of them beside something else.
const ahead = createRoute({ getParentRoute: () => root, path: "/ahead", component: Ahead });
const add = createRoute({ getParentRoute: () => root, path: "/add", component: AddInHand });
const toDo = createRoute({ getParentRoute: () => root, path: "/todo", component: ToDo });
const more = createRoute({ getParentRoute: () => root, path: "/more", component: More });
const find = createRoute({ getParentRoute: () => root, path: "/find", component: FindInHand });

const lanes = createRoute({
  getParentRoute: () => root,
  path: "/lanes",
  component: Lanes,
  validateSearch: (search): { who?: string; from?: string; view?: LanesSpan; only?: string; entry?: string; occurrence?: string } => ({
    ...whose(search),
    ...(text(search.from) ? { from: text(search.from) as string } : {}),
    ...(text(search.only) ? { only: text(search.only) as string } : {}),
    ...(text(search.entry) ? { entry: text(search.entry) as string } : {}),
    ...(text(search.occurrence) ? { occurrence: text(search.occurrence) as string } : {}),
    ...(lanesSpans.some((s) => s === search.view) ? { view: search.view as LanesSpan } : {}),
  }),
});

const sheet = createRoute({
  getParentRoute: () => root,
  path: "/sheet",
  component: DaySheet,
  validateSearch: (search): { who?: string; from?: string; days?: number } => ({
    ...whose(search),
    ...(text(search.from) ? { from: text(search.from) as string } : {}),
    ...(Number.isInteger(search.days) ? { days: search.days as number } : {}),
  }),
});

const devices = createRoute({
  getParentRoute: () => root,
  path: "/devices",
  component: Devices,
});

const deleting = createRoute({
  getParentRoute: () => root,
  path: "/deleting",
  component: Deleting,
  validateSearch: whose,
});

const leaving = createRoute({
  getParentRoute: () => root,
  path: "/leaving",
  component: Leaving,
  validateSearch: whose,
});

const weights = createRoute({
  getParentRoute: () => root,
  path: "/weights",
  component: Weights,
});

const send = createRoute({
  getParentRoute: () => root,
  path: "/send",
  component: SendCalendar,
  validateSearch: whose,
});

const arrange = createRoute({ getParentRoute: () => root, path: "/arrange", component: Arrange });

const convene = createRoute({ getParentRoute: () => root, path: "/convene", component: Convene });

const files = createRoute({ getParentRoute: () => root, path: "/files", component: Files });

const answer = createRoute({ getParentRoute: () => root, path: "/answer", component: Answer, loader: reads.answer });

const chase = createRoute({
  getParentRoute: () => root,
  path: "/chase",
  component: Chase,
  loader: reads.chase,
  validateSearch: (search): { meeting?: string } => (text(search.meeting) ? { meeting: text(search.meeting) as string } : {}),
});

const access = createRoute({
  getParentRoute: () => root,
  path: "/access",
  component: Access,
  validateSearch: (search): { who?: string; owner?: string; of?: string; begin?: "ask" | "give" } => ({
    ...(search.begin === "ask" || search.begin === "give" ? { begin: search.begin } : {}),
    ...whose(search),
    ...(text(search.owner) ? { owner: text(search.owner) as string } : {}),
    ...(text(search.of) ? { of: text(search.of) as string } : {}),
  }),
  loaderDeps: ({ search }) => ({ of: search.of }),
  loader: ({ deps }) => reads.access(deps.of),
});

const people = createRoute({
  getParentRoute: () => root,
  path: "/people",
  component: People,
  validateSearch: (search): { who?: string; of?: string; text?: string } => ({
    ...whose(search),
    ...(text(search.of) ? { of: text(search.of) as string } : {}),
    ...(text(search.text) ? { text: text(search.text) as string } : {}),
  }),
});

const places = createRoute({ getParentRoute: () => root, path: "/people/places", component: Places });

const waysIn = createRoute({ getParentRoute: () => root, path: "/people/ways-in", component: WaysIn });

const history = createRoute({
  getParentRoute: () => root,
  path: "/history",
  component: History,
  validateSearch: (search): { who?: string; entry?: string; by?: string; first?: string; last?: string } => ({
    ...whose(search),
    ...(text(search.entry) ? { entry: text(search.entry) as string } : {}),
    ...(text(search.by) ? { by: text(search.by) as string } : {}),
    ...(text(search.first) ? { first: text(search.first) as string } : {}),
    ...(text(search.last) ? { last: text(search.last) as string } : {}),
  }),
});

const mailPiles: MailPile[] = ["all", "sent", "received", "open"];

const mail = createRoute({
  getParentRoute: () => root,
  path: "/mail",
  component: MailRoom,
  validateSearch: (search): { of?: string; pile?: MailPile; text?: string; id?: number } => ({
    ...(text(search.of) ? { of: text(search.of) as string } : {}),
    ...(mailPiles.some((p) => p === search.pile) ? { pile: search.pile as MailPile } : {}),
    ...(text(search.text) ? { text: text(search.text) as string } : {}),
    ...(typeof search.id === "number" ? { id: search.id } : {}),
  }),
});

const instructions = createRoute({ getParentRoute: () => root, path: "/instructions", component: Instructions });
const watch = createRoute({ getParentRoute: () => root, path: "/needs-a-look", component: Watch });

const requests = createRoute({
  getParentRoute: () => root,
  path: "/requests",
  component: Requests,
  validateSearch: (search): { text?: string; settled?: boolean } => ({
    ...(text(search.text) ? { text: text(search.text) as string } : {}),
    ...(search.settled === true ? { settled: true } : {}),
  }),
});

const whereabouts = createRoute({
  getParentRoute: () => root,
  path: "/whereabouts",
  component: Whereabouts,
  validateSearch: (search): { month?: string; also?: string; year?: number; absence?: number } => ({
    ...(typeof search.absence === "number" ? { absence: search.absence } : {}),
    ...(typeof search.year === "number" ? { year: search.year } : {}),
    ...(text(search.month) ? { month: text(search.month) as string } : {}),
    ...(text(search.also) ? { also: text(search.also) as string } : {}),
  }),
});

const handover = createRoute({
  getParentRoute: () => root,
  path: "/handover",
  component: Handover,
  loader: reads.handover,
  validateSearch: (search): { id?: number } => (typeof search.id === "number" ? { id: search.id } : {}),
});

const mine = createRoute({ getParentRoute: () => root, path: "/mine", component: Mine, loader: reads.mine });

const account = createRoute({ getParentRoute: () => root, path: "/account", component: OwnAccount });

export const router = createRouter({
  routeTree: root.addChildren([
    desk,
    lanes,
    sheet,
    send,
    devices,
    weights,
    deleting,
    leaving,
    arrange,
    convene,
    answer,
    chase,
    access,
    people,
    places,
    waysIn,
    history,
    whereabouts,
    handover,
    mail,
    requests,
    instructions,
    watch,
    mine,
    account,
    files,
    ahead,
    add,
    toDo,
    more,
    find,
  ]),
  defaultPreload: "intent",
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
