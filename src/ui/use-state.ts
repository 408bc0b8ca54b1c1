'use client';

import { useStore } from 'zustand';
import type { Chart, Project } from '@/core/project/project';
import { type DocumentState, documentStore } from '@/state/document';
import { currentChart } from '@/state/project-tables';
import { type SessionState, sessionStore } from '@/state/session';

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

/** A part of the chart on stage, or null while there is none. */
export function useChart<T>(select: (chart: Chart) => T): T | null {
  return useStore(documentStore, (state) => (state.project ? select(currentChart(state.project)) : null));
}
