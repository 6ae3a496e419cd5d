/** The mark: a column of a round sheet whose last cell has a notch. */
export function Mark({ className = 'h-6 w-6' }: { className?: string }) {
  return (
    <svg viewBox="0 0 26 26" className={className} aria-hidden="true">
      <g fill="currentColor">
        <rect x="1" y="2" width="17" height="5.5" />
        <rect x="1" y="10.2" width="17" height="5.5" />
        <path d="M1 18.4h17v1.4l-4.2 1.4 4.2 1.4v1.4H1z" />
      </g>
      <path
        d="M20.6 2v5.500M23.600 2v5.500M20.600 10.200v5.500M23.600 10.200v5.500"
        stroke="var(--live)"
        strokeWidth="1.5"
      />
    </svg>
  );
}

export function Wordmark() {
  return (
    <span className="flex items-center gap-2">
      <Mark />
      <span className="digits text-lead tracking-tight max-sm:sr-only">Odd Round</span>
    </span>
  );
}
