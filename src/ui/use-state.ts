'use client';

import { useRef, useSyncExternalStore } from 'react';
import { useStore } from 'zustand';
import { firstKnown, knownFamilies } from '@/core/families/known';
import type { Readout } from '@/core/film/readout';
import type { Card } from '@/core/project/card';
import type { Chart } from '@/core/project/chart';
import type { KnownFamily } from '@/core/project/family-document';
import type { FilmPiece } from '@/core/project/film';
import { cardOf, chartOf, pieceOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { type DocumentState, documentStore } from '@/state/document';
import { playheadStore } from '@/state/playhead';
import { type SessionState, sessionStore } from '@/state/session';
import { CARD } from './controls';

/** A part of the session; the component draws again when it changes. */
export function useSession<T>(select: (state: SessionState) => T): T {
  return useStore(sessionStore, select);
}

/** A part of the document with its history. */
export function useDocument<T>(select: (state: DocumentState) => T): T {
  return useStore(documentStore, select);
}

/** A part of the project; `otherwise` while there is none. */
export function useProject<T>(select: (project: Project) => T, otherwise: T): T {
  return useStore(documentStore, (state) => (state.project ? select(state.project) : otherwise));
}

/** A part of the chart that is edited, or null while there is none, or a card is edited. */
export function useChart<T>(select: (chart: Chart) => T): T | null {
  const pieceId = useSession((state) => state.pieceId);
  return useStore(documentStore, ({ project }) => {
    const chart = project && chartOf(project, pieceId);
    return chart ? select(chart) : null;
  });
}

/** A part of the card that is edited, or null while there is none, or a chart is edited. */
export function useCard<T>(select: (card: Card) => T): T | null {
  const pieceId = useSession((state) => state.pieceId);
  return useStore(documentStore, ({ project }) => {
    const card = project && cardOf(project, pieceId);
    return card ? select(card) : null;
  });
}

/** A part of what is edited, be it a chart or a card: of its dress, say. Null while there is none. */
export function useDressed<T>(select: (dressed: Chart | Card) => T): T | null {
  const pieceId = useSession((state) => state.pieceId);
  return useStore(documentStore, ({ project }) => {
    const dressed = project && (cardOf(project, pieceId) ?? chartOf(project, pieceId));
    return dressed ? select(dressed) : null;
  });
}

/** The family that draws the chart that is edited; the first one while there is none. */
export function useFamily(): KnownFamily {
  const id = useChart((chart) => chart.family);
  return knownFamilies.find((family) => family.id === id) ?? firstKnown;
}

/** The family of the chart that is edited, or what stands in for one while it is a card. */
export function useEditedKind(): string {
  const onCard = useCard(() => true) ?? false;
  const { id } = useFamily();
  return onCard ? CARD : id;
}

/** A part of the piece that is edited; `otherwise` while there is none. */
export function usePiece<T>(select: (piece: FilmPiece) => T, otherwise: T): T {
  const pieceId = useSession((state) => state.pieceId);
  return useStore(documentStore, ({ project }) => (project ? select(pieceOf(project, pieceId)) : otherwise));
}

/** A part of what is on show; the component draws again with every picture that changes it, so few may. */
export function usePlayhead<T>(select: (readout: Readout | null) => T): T {
  return useStore(playheadStore, ({ readout }) => select(readout));
}

/**
 * A part of what is on show, as it was when the film last stood still: a component that uses it does not draw again
 * while the film plays.
 *
 * @param select Gives the same value for the same readout.
 */
export function useRestingPlayhead<T>(select: (readout: Readout | null) => T): T {
  const kept = useRef<{ readonly readout: Readout | null; readonly value: T } | null>(null);
  const snapshot = () => {
    const { readout } = playheadStore.getState();
    const last = kept.current;
    if (last && (last.readout === readout || sessionStore.getState().playing)) return last.value;
    const value = select(readout);
    kept.current = { readout, value };
    return value;
  };
  return useSyncExternalStore(followBoth, snapshot, snapshot);
}

function followBoth(notify: () => void): () => void {
  const stops = [playheadStore.subscribe(notify), sessionStore.subscribe(notify)];
  return () => {
    for (const stop of stops) stop();
  };
}
