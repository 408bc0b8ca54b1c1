import dynamic from 'next/dynamic';

/** Fetches the chart of ranks: Recharts weighs as much as the rest of the page. */
export const loadRankLook = () => import('./rank-look').then((module) => module.RankLook);

export const RankLook = dynamic(loadRankLook, { ssr: false });
