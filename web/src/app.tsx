/** The shell: who is signed in, the places, and the page of the place. */
import { lazy, Suspense, useEffect } from "react";
import { Navigate, NavLink, Route, Routes, useLocation } from "react-router";
import { client, ok } from "./api/client";
import { useEnter, useSession } from "./api/queries";
import { Shelf } from "./features/shelf/Shelf";
import { SignIn } from "./features/signin/SignIn";
import { Notice, Waiting } from "./ui/controls";

const Bench = lazy(() => import("./features/bench/Bench").then((m) => ({ default: m.Bench })));
const Compare = lazy(() => import("./features/compare/Compare").then((m) => ({ default: m.Compare })));
const Paper = lazy(() => import("./features/paper/Paper").then((m) => ({ default: m.Paper })));
const Cloth = lazy(() => import("./features/cloth/Cloth").then((m) => ({ default: m.Cloth })));
const ClothCards = lazy(() => import("./features/cloth/Cloth").then((m) => ({ default: m.ClothCards })));
const LayPage = lazy(() => import("./features/cloth/LayPage").then((m) => ({ default: m.LayPage })));
const RunPage = lazy(() => import("./features/cloth/RunPage").then((m) => ({ default: m.RunPage })));
const Measures = lazy(() => import("./features/measures/Measures").then((m) => ({ default: m.Measures })));
const BlockPage = lazy(() => import("./features/shelf/BlockPage").then((m) => ({ default: m.BlockPage })));
const DraftPage = lazy(() => import("./features/shelf/DraftPage").then((m) => ({ default: m.DraftPage })));
const FittingPage = lazy(() =>
  import("./features/fitting/FittingPage").then((m) => ({ default: m.FittingPage })),
);
const IncomingList = lazy(() =>
  import("./features/incoming/IncomingList").then((m) => ({ default: m.IncomingList })),
);
const IncomingPage = lazy(() =>
  import("./features/incoming/IncomingPage").then((m) => ({ default: m.IncomingPage })),
);
const OverPage = lazy(() => import("./features/fitting/OverPage").then((m) => ({ default: m.OverPage })));
const Schools = lazy(() => import("./features/schools/Schools").then((m) => ({ default: m.Schools })));
const HouseRules = lazy(() => import("./features/rules/HouseRules").then((m) => ({ default: m.HouseRules })));

const Ledger = lazy(() => import("./features/ledger/Ledger").then((m) => ({ default: m.Ledger })));
const Report = lazy(() => import("./features/ledger/Report").then((m) => ({ default: m.Report })));
const Workroom = lazy(() => import("./features/workroom/Workroom").then((m) => ({ default: m.Workroom })));

const PLACES = [
  ["/", "Shelf"],
  ["/measures", "Measures"],
  ["/schools", "Schools"],
  ["/bench", "Bench"],
  ["/ledger", "Ledger"],
  ["/cloth", "Cloth"],
  ["/paper", "Paper"],
  ["/house-rules", "House rules"],
] as const;

export function App() {
  const session = useSession();
  const enter = useEnter();
  const { pathname } = useLocation();
  useTitle(pathname);
  if (session.isPending) return <Waiting what="the workroom" />;
  if (session.isError)
    return (
      <main className="p-8">
        <Notice>{session.error.message}</Notice>
      </main>
    );
  if (!session.data.workroom) return <SignIn demo={session.data.demo} />;
  const signOut = async () => enter(await ok(client.DELETE("/api/session")));
  return (
    <div className="flex h-full flex-col">
      <header className="no-print tape-edge flex min-h-[52px] items-center gap-6 border-ink border-b bg-fresh px-5 pb-2 max-lg:gap-2 max-lg:px-3">
        <span className="whitespace-nowrap font-semibold font-serif text-[19px] max-md:sr-only">
          Steady Shear
        </span>
        <nav aria-label="Places" className="flex gap-1 overflow-x-auto whitespace-nowrap max-lg:gap-0">
          {PLACES.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              end={to === "/"}
              className={({ isActive }) =>
                `rounded-[3px] px-2.5 py-1.5 max-lg:px-2 ${isActive ? "bg-ink text-wall" : "text-ink hover:bg-ink/8"}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <NavLink
          to="/workroom"
          className={({ isActive }) =>
            `ml-auto max-w-[220px] truncate rounded-[3px] px-2 py-1.5 max-lg:max-w-[110px] ${isActive ? "bg-ink text-wall" : "text-quiet hover:bg-ink/8"}`
          }
          title={`${session.data.workroom}: your password, and what was put away`}
        >
          {session.data.workroom}
        </NavLink>
        <button
          type="button"
          onClick={signOut}
          className="whitespace-nowrap rounded-[3px] px-2 py-1.5 text-quiet hover:bg-ink/8"
        >
          Sign out
        </button>
      </header>
      <div className="min-h-0 flex-1 overflow-auto">
        <Suspense fallback={<Waiting what="the page" />}>
          <Routes>
            <Route path="/" element={<Shelf />} />
            <Route path="/measures" element={<Measures />} />
            <Route path="/measures/:person" element={<Measures />} />
            <Route path="/draft/:chart" element={<DraftPage />} />
            <Route path="/blocks/:block" element={<BlockPage />} />
            <Route path="/blocks/:block/fitting" element={<FittingPage />} />
            <Route path="/incoming" element={<IncomingList />} />
            <Route path="/incoming/:incoming" element={<IncomingPage />} />
            <Route path="/blocks/:block/over/:other" element={<OverPage />} />
            <Route path="/schools" element={<Schools />} />
            <Route path="/schools/:chart" element={<Schools />} />
            <Route path="/bench" element={<Bench />} />
            <Route path="/bench/:style" element={<Bench />} />
            <Route path="/bench/:style/over" element={<Compare />} />
            <Route path="/bench/:style/over/:other" element={<Compare />} />
            <Route path="/ledger" element={<Ledger />} />
            <Route path="/ledger/:style" element={<Ledger />} />
            <Route path="/ledger/:style/report" element={<Report />} />
            <Route path="/cloth" element={<Cloth />} />
            <Route path="/cloths" element={<ClothCards />} />
            <Route path="/cloth/lays/:lay" element={<LayPage />} />
            <Route path="/cloth/runs/:run" element={<RunPage />} />
            <Route path="/cloth/:style" element={<Cloth />} />
            <Route path="/cloth/:style/:part" element={<Cloth />} />
            <Route path="/paper" element={<Paper />} />
            <Route path="/paper/:style" element={<Paper />} />
            <Route path="/workroom" element={<Workroom />} />
            <Route path="/house-rules" element={<HouseRules />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </div>
    </div>
  );
}

function useTitle(pathname: string) {
  useEffect(() => {
    const first = `/${pathname.split("/")[1] ?? ""}`;
    const extra: Record<string, string> = {
      "/draft": "Draft",
      "/blocks": "Block",
      "/workroom": "Workroom",
      "/cloths": "Cloth",
    };
    const place = PLACES.find(([to]) => to === first)?.[1] ?? extra[first] ?? "Shelf";
    document.title = `${place} – Steady Shear`;
  }, [pathname]);
}
