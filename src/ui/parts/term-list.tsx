interface TermListProps {
  /** What each thing is called, and what is said of it. */
  readonly terms: readonly (readonly [term: string, said: string])[];
  readonly className?: string;
  readonly rowClass: string;
}

/** Things with what is said of them. */
export function TermList({ terms, className, rowClass }: TermListProps) {
  return (
    <dl className={className}>
      {terms.map(([term, said]) => (
        <div key={term} className={rowClass}>
          <dt className="text-quiet">{term}</dt>
          <dd>{said}</dd>
        </div>
      ))}
    </dl>
  );
}
