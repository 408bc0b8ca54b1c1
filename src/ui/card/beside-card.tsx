'use client';

import { pieceName } from '@/core/project/piece-name';
import { playedCharts } from '@/core/project/pieces';
import { Button } from '../parts/button';
import { Section } from '../parts/field';
import { useServices } from '../services';
import { useDocument, useSession } from '../use-state';

/** What a step that is about values says while a card is edited: it has none, and where the charts are. */
export function BesideCard() {
  const { studio } = useServices();
  const project = useDocument((state) => state.project);
  const blocks = useSession((state) => state.overview?.blocks);
  const charts = project ? playedCharts(project) : [];
  const visit = (pieceId: string) => {
    const block = blocks?.find(({ id }) => id === pieceId);
    if (block) void studio.playback.pause().then(() => studio.playback.seek(block.lookSec));
  };
  return (
    <Section title="A card has no table">
      <p className="text-[13px] leading-relaxed">
        The piece under the playhead is a card: words and a logo, set in Dress and Pace. Columns and steps are those of
        charts.
      </p>
      <div className="flex flex-wrap gap-2">
        {project &&
          charts.map(({ piece }) => (
            <Button key={piece.id} onClick={() => visit(piece.id)}>
              Go to {pieceName(project, piece)}
            </Button>
          ))}
      </div>
    </Section>
  );
}
