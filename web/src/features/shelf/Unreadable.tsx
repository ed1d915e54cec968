/** In the place of a drawing: why there is none. */

export function Unreadable({ why }: { why: string }) {
  return (
    <span
      role="img"
      aria-label={why}
      title={why}
      className="block h-full overflow-hidden border border-madder border-dashed bg-madder-pale p-1.5 text-left text-[13px] leading-snug"
    >
      {why}
    </span>
  );
}
