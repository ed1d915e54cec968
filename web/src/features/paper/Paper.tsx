/** Finishing and printing: the pieces with their allowances as they will be cut, and the ways out. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { client, ok } from "../../api/client";
import { usePaper, useRules, useStyle } from "../../api/queries";
import { Button, Choice, Notice, Page, Waiting } from "../../ui/controls";
import { Respelt } from "../../ui/Respelt";
import { PackIt } from "../workroom/PackIt";
import { StyleChoice } from "./StyleChoice";

export function Paper() {
  const { style } = useParams();
  return style ? <PaperOf id={Number(style)} /> : <ChooseStyle />;
}

function ChooseStyle() {
  return (
    <Page title="Paper" lead="Choose the style to print.">
      <StyleChoice to={(id) => `/paper/${id}`} />
    </Page>
  );
}

const SCALES = [
  ["1:1", "true scale"],
  ["1:2", "half, to practise"],
  ["1:4", "a quarter, to practise"],
] as const;
const LAYERS = [
  ["allowance", "cut lines and notches"],
  ["net", "sewing lines and darts"],
  ["construction", "lines drawn on the paper"],
  ["labels", "labels"],
] as const;
const PAPERS = [
  ["a4", "A4"],
  ["letter", "Letter"],
  ["a3", "A3"],
  ["a0", "A0"],
  ["roll:61", "roll 61 cm"],
  ["roll:91", "roll 91 cm"],
  ["roll:106.7", "roll 106.7 cm"],
] as const;

const linkLook =
  "inline-flex min-h-9 items-center justify-center rounded-[3px] border px-3 font-medium hover:border-chalk hover:bg-chalk hover:text-wall";

function PaperOf({ id }: { id: number }) {
  const style = useStyle(id);
  const [scale, setScale] = useState<"1:1" | "1:2" | "1:4">("1:1");
  const [layers, setLayers] = useState<string[]>(LAYERS.map(([name]) => name));
  const shown = LAYERS.every(([name]) => layers.includes(name)) ? "" : layers.join(",");
  const plan = usePaper(id, scale, shown);
  const rules = useRules();
  const [chosen, setChosen] = useState<string | null>(null);
  if (style.isPending || plan.isPending || rules.isPending) return <Waiting what="the finished pieces" />;
  const failed = style.error ?? plan.error ?? rules.error;
  if (failed || !style.data || !plan.data)
    return (
      <Page title="Paper">
        <Notice>{failed?.message}</Notice>
        <p className="mt-3">
          <Link to={`/bench/${id}`} className="text-chalk underline">
            Back to the bench
          </Link>
        </p>
      </Page>
    );
  const paper = chosen ?? String(rules.data?.rules.paper ?? "a4");
  const { sheets, most } = plan.data;
  const told = (p: string) => {
    const count = sheets[p] ?? 0;
    return count > most ? `more than ${most} sheets` : count === 1 ? "1 sheet" : `${count} sheets`;
  };
  const file = (kind: string, query = "") => `/api/styles/${id}/pattern.${kind}${query}`;
  const asked = `scale=${scale}${shown && `&layers=${shown}`}`;
  return (
    <main className="flex h-full min-h-[520px]">
      <section
        aria-label="Finish and print"
        className="w-[320px] shrink-0 overflow-auto border-ink border-r px-4 py-4"
      >
        <h1 className="font-serif text-[22px] leading-tight">{style.data.name}</h1>
        <p className="text-quiet">
          Finished{style.data.person && ` for ${style.data.person}`}.{" "}
          <Link to={`/cloth/${id}/finish`} className="text-chalk underline underline-offset-2">
            Allowances
          </Link>
          {" · "}
          <Link to={`/bench/${id}`} className="text-chalk underline underline-offset-2">
            Back to the bench
          </Link>
        </p>
        <div className="my-4 grid gap-2 border-line border-y py-4">
          <Choice label="Printer paper" value={paper} onChange={(e) => setChosen(e.target.value)}>
            {PAPERS.map(([value, name]) => (
              <option key={value} value={value}>
                {name} – {told(value)}
              </option>
            ))}
          </Choice>
          <Choice label="Scale" value={scale} onChange={(e) => setScale(e.target.value as "1:1")}>
            {SCALES.map(([value, words]) => (
              <option key={value} value={value}>
                {value}, {words}
              </option>
            ))}
          </Choice>
          <fieldset>
            <legend className="font-medium">On the paper</legend>
            {LAYERS.map(([name, words]) => (
              <label key={name} className="flex min-h-7 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-ink"
                  checked={layers.includes(name)}
                  // One at least: an empty sheet is no pattern.
                  disabled={layers.length === 1 && layers.includes(name)}
                  onChange={(e) =>
                    setLayers(e.target.checked ? [...layers, name] : layers.filter((x) => x !== name))
                  }
                />
                {words}
              </label>
            ))}
          </fieldset>
          <Respelt
            texts={[style.data.name, style.data.person ?? "", ...plan.data.pieces.map((p) => p.name)]}
          />
          <SavePdf
            key={`${paper} ${scale}`}
            sheets={plan.data.sheets[paper] ?? 0}
            asked={plan.data.asked}
            most={plan.data.most}
            scale={scale}
            href={(sure) => file("pdf", `?paper=${paper}&${asked}${sure ? "&sure=true" : ""}`)}
          />
          <p className="text-quiet text-sm">
            Print at 100 %, not “fit to page”. Measure a square on the first sheet before you cut: 10 cm, or 4
            in.
          </p>
          <div className="grid grid-cols-3 gap-2">
            <a className={`${linkLook} border-rule-strong bg-fresh`} href={file("svg", `?${asked}`)} download>
              SVG
            </a>
            <a className={`${linkLook} border-rule-strong bg-fresh`} href={file("dxf")} download>
              DXF
            </a>
            <a
              className={`${linkLook} border-rule-strong bg-fresh`}
              href={file("plt", `?${asked}${paper.startsWith("roll") ? `&paper=${paper}` : ""}`)}
              download
            >
              Plotter
            </a>
            <a className={`${linkLook} border-rule-strong bg-fresh`} href={file("json")} download>
              Pattern
            </a>
            <a className={`${linkLook} border-rule-strong bg-fresh`} href={file("style")} download>
              Recipe
            </a>
          </div>
          <ToPlotter
            id={id}
            roll={paper.startsWith("roll") ? paper : "roll:91"}
            scale={scale}
            layers={shown}
          />
          <p className="text-quiet text-sm">
            SVG and DXF can be read back in. Plotter: for a pen plotter, on the roll chosen above, else 91 cm
            wide. Pattern and recipe are open files: geometry, and the steps with their blocks.
          </p>
          <PackIt styles={[id]} />
        </div>
        <h2 className="font-serif text-lg">Pieces</h2>
        <ul className="grid gap-3">
          {plan.data.pieces.map((p) => (
            <li key={p.name} className="border-line border-t pt-1.5">
              <p>
                <span className="font-serif text-[17px]">
                  {p.number} {p.name}
                </span>{" "}
                <span className="text-quiet">{p.how}</span>
              </p>
              <p className="text-quiet text-sm">Lies in {p.size}</p>
              <p className="text-quiet text-sm">Allowances: {p.edges.join(" · ")}</p>
            </li>
          ))}
        </ul>
        <p className="mt-4 text-quiet text-sm">
          Cut away from your hand; count the pins back into the cushion.
        </p>
      </section>
      <div className="min-w-0 flex-1 overflow-auto bg-table p-5">
        <img
          className="mx-auto h-full max-h-[calc(100vh-110px)] w-full border border-rule-strong bg-fresh object-contain"
          alt={`Finished pieces of ${style.data.name}: ${plan.data.pieces.map((p) => p.name).join(", ")}; ${plan.data.width} by ${plan.data.height}`}
          src={`data:image/svg+xml;utf8,${encodeURIComponent(plan.data.svg)}`}
        />
      </div>
    </main>
  );
}

interface SaveProps {
  sheets: number;
  asked: number;
  most: number;
  scale: string;
  href: (sure: boolean) => string;
}

/** The PDF; before a heap of paper one is asked, a mountain is not printed. */
function SavePdf({ sheets, asked, most, scale, href }: SaveProps) {
  const [sure, setSure] = useState(false);
  if (sheets > most)
    return (
      <Notice>
        That would take more than {most} sheets. Print fewer pieces, or take the SVG to somebody with a
        plotter.
      </Notice>
    );
  if (sheets > asked && !sure)
    return (
      <div className="grid gap-2 border-tape border-l-4 bg-paper px-3 py-2" role="status">
        <p>It takes {sheets} sheets. Is the piece as large as it should be?</p>
        <Button onClick={() => setSure(true)}>Yes, print it all the same</Button>
      </div>
    );
  return (
    <a className={`${linkLook} border-ink bg-ink text-wall`} href={href(sure)} download>
      Save the PDF, {scale === "1:1" ? "true scale" : scale}
    </a>
  );
}

/** The plotter on the workroom's network; what it says is shown. */
function ToPlotter({
  id,
  roll,
  scale,
  layers,
}: {
  id: number;
  roll: string;
  scale: "1:1" | "1:2" | "1:4";
  layers: string;
}) {
  const plot = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/styles/{style_id}/plot", {
          params: { path: { style_id: id }, query: { paper: roll, scale, layers } },
        }),
      ),
  });
  return (
    <div className="grid gap-2">
      <Button disabled={plot.isPending} onClick={() => plot.mutate()}>
        {plot.isPending ? "Sending …" : `Send it to the plotter, ${roll.replace("roll:", "")} cm`}
      </Button>
      {plot.isError && <Notice>{plot.error.message}</Notice>}
      {plot.isSuccess && <Notice tone="quiet">{plot.data.said}</Notice>}
    </div>
  );
}
