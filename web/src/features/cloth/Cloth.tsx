/** The place Cloth: a style finished, its cut sheet, its lays; the cloths on their cards. */
import { Link, NavLink, useParams } from "react-router";
import { useStyle } from "../../api/queries";
import { buttonLook, Notice, Page, Waiting } from "../../ui/controls";
import { StyleChoice } from "../paper/StyleChoice";
import { Cards } from "./Cards";
import { CutSheet } from "./CutSheet";
import { FinishDesk } from "./FinishDesk";
import { LayDesk } from "./LayDesk";
import { LayList } from "./LayList";
import { RunDesk } from "./RunDesk";
import { RunList } from "./RunList";

const PARTS = [
  ["finish", "Finish"],
  ["sheet", "Cut sheet"],
  ["lay", "Lay"],
  ["run", "Size run"],
] as const;

export function Cloth() {
  const { style, part } = useParams();
  if (!style) return <Begin />;
  return <OfStyle id={Number(style)} part={part ?? "finish"} />;
}

function Begin() {
  return (
    <Page
      title="Cloth"
      lead="Choose a style to finish its edges, print its cut sheet, lay it on cloth or cut it on many bodies."
      actions={
        <Link to="/cloths" className={buttonLook()}>
          The cloth cards
        </Link>
      }
    >
      <LayList />
      <RunList />
      <StyleChoice to={(id) => `/cloth/${id}`} />
    </Page>
  );
}

function OfStyle({ id, part }: { id: number; part: string }) {
  const style = useStyle(id);
  if (style.isPending) return <Waiting what="the style" />;
  if (style.isError)
    return (
      <Page title="Cloth">
        <Notice>{style.error.message}</Notice>
      </Page>
    );
  return (
    <div className="flex h-full min-h-[520px] flex-col">
      <div className="no-print flex flex-wrap items-baseline gap-x-5 gap-y-1 border-line border-b bg-wall px-5 py-2.5">
        <h1 className="font-serif text-[22px] leading-tight [overflow-wrap:anywhere]">{style.data.name}</h1>
        <span className="text-quiet">{style.data.person && `for ${style.data.person}`}</span>
        <nav aria-label="Of this style" className="flex gap-1">
          {PARTS.map(([to, name]) => (
            <NavLink
              key={to}
              to={`/cloth/${id}/${to}`}
              className={() =>
                `border-b-2 px-2.5 py-1 ${part === to ? "border-madder font-medium" : "border-transparent hover:border-rule-strong"}`
              }
              aria-current={part === to ? "page" : undefined}
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <span className="ml-auto flex gap-4">
          <Link to={`/bench/${id}`} className="text-chalk underline underline-offset-2">
            the bench
          </Link>
          <Link to={`/paper/${id}`} className="text-chalk underline underline-offset-2">
            print it
          </Link>
        </span>
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        {part === "sheet" ? (
          <CutSheet id={id} />
        ) : part === "lay" ? (
          <LayDesk id={id} />
        ) : part === "run" ? (
          <RunDesk id={id} />
        ) : (
          <FinishDesk id={id} />
        )}
      </div>
    </div>
  );
}

export function ClothCards() {
  return (
    <Page
      title="Cloth cards"
      lead="What the shop says of each cloth. A lay keeps the card as it was when it was made."
      actions={
        <Link to="/cloth" className="text-chalk underline underline-offset-2">
          the styles and lays
        </Link>
      }
    >
      <Cards />
    </Page>
  );
}
