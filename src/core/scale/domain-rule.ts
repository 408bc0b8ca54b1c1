/** Where the value axis ends: with the leader, at the greatest value of the film, or where the person says. */
export type DomainRule =
  | { readonly kind: 'following' }
  | { readonly kind: 'fixed' }
  | { readonly kind: 'given'; readonly min: number; readonly max: number };
