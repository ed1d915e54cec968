/** The few controls every page uses. */
import type {
  ButtonHTMLAttributes,
  HTMLAttributes,
  InputHTMLAttributes,
  ReactNode,
  SelectHTMLAttributes,
} from "react";
import { useId } from "react";
import { usePress } from "./usePress";

type Weight = "strong" | "plain" | "bare";
const WEIGHTS: Record<Weight, string> = {
  strong: "bg-ink text-wall border-ink hover:bg-chalk hover:border-chalk",
  plain: "bg-fresh text-ink border-rule-strong hover:border-ink",
  bare: "border-transparent text-ink hover:bg-ink/8",
};

/** What a link that is a button looks like: a file to save, another page. */
export const buttonLook = (weight: Weight = "plain") =>
  `inline-flex min-h-9 items-center justify-center rounded-[3px] border px-3 font-medium ${WEIGHTS[weight]}`;

export function Button({
  weight = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { weight?: Weight }) {
  return (
    <button
      type="button"
      className={`min-h-9 rounded-[3px] border px-3 py-1 font-medium disabled:opacity-45 ${WEIGHTS[weight]} ${className}`}
      {...rest}
      {...usePress(rest)}
    />
  );
}

export function Field({
  label,
  hint,
  fault,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; hint?: string; fault?: string }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block font-medium">
        {label}
      </label>
      <input
        id={id}
        className={`h-9 w-full rounded-[3px] border bg-fresh px-2 ${fault ? "border-madder" : "border-rule-strong"}`}
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault || hint ? `${id}-note` : undefined}
        {...rest}
      />
      {(fault || hint) && (
        <p id={`${id}-note`} className={`mt-0.5 text-sm ${fault ? "text-madder" : "text-quiet"}`}>
          {fault || hint}
        </p>
      )}
    </div>
  );
}

export function Choice({
  label,
  children,
  hint,
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & { label: string; hint?: string }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block font-medium">
        {label}
      </label>
      <select id={id} className="h-9 w-full rounded-[3px] border border-rule-strong bg-fresh px-2" {...rest}>
        {children}
      </select>
      {hint && <p className="mt-0.5 text-sm text-quiet">{hint}</p>}
    </div>
  );
}

/** A sentence that needs attention; announced to screen readers. */
export function Notice({ children, tone = "madder" }: { children: ReactNode; tone?: "madder" | "quiet" }) {
  const look = tone === "madder" ? "border-madder bg-madder-pale" : "border-rule-strong bg-fresh";
  return (
    <p role={tone === "madder" ? "alert" : "status"} className={`border-l-4 px-3 py-2 ${look}`}>
      {children}
    </p>
  );
}

export function Page({
  title,
  lead,
  actions,
  children,
}: {
  title: string;
  lead?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <main className="mx-auto max-w-[1240px] px-5 pt-5 pb-10">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="font-serif text-[27px] leading-tight">{title}</h1>
          {lead && <p className="mt-0.5 max-w-[68ch] text-quiet">{lead}</p>}
        </div>
        <div className="flex gap-2">{actions}</div>
      </div>
      {children}
    </main>
  );
}

export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="p-8 text-quiet">
      Fetching {what} …
    </p>
  );
}

/** A word in a sentence that can be pressed. A real button would not break over lines. */
export function Word({
  onPress,
  className,
  children,
  ...rest
}: { onPress: () => void; className: string; children: ReactNode } & Pick<
  HTMLAttributes<HTMLSpanElement>,
  "title" | "aria-current"
>) {
  return (
    <span
      role="button"
      tabIndex={0}
      className={`cursor-pointer [box-decoration-break:clone] ${className}`}
      onClick={onPress}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          e.stopPropagation();
          onPress();
        }
      }}
      {...rest}
    >
      {children}
    </span>
  );
}

/** A region that scrolls; it is a tab stop, so that it can be scrolled by keyboard. */
export function Scroller({
  label,
  className = "",
  children,
}: {
  label: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: scrolling by keyboard needs the focus
    <section className={`overflow-auto ${className}`} tabIndex={0} aria-label={label}>
      {children}
    </section>
  );
}
