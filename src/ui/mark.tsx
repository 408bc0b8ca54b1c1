/** The mark of Plucky Tempo: three bars out of step, on a beat. */
export function Mark() {
  return (
    <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden="true" className="shrink-0">
      <rect x="1" y="1" width="24" height="24" rx="5" fill="var(--ink)" />
      <rect x="5" y="6" width="14" height="3.6" rx="1" fill="var(--accent)" />
      <rect x="5" y="11.2" width="9" height="3.6" rx="1" fill="#D99A00" />
      <rect x="5" y="16.4" width="12" height="3.6" rx="1" fill="#0B8A78" />
      <circle cx="20.4" cy="18.2" r="1.8" fill="var(--paper)" />
    </svg>
  );
}
