'use client';

import { ChevronsLeft } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { Toaster } from 'sonner';
import { setSession } from '@/state/session';
import { Beats } from './beats/beats';
import { useBeatsHeight } from './beats/beats-height';
import { Bench } from './bench';
import { commandsOf } from './commands';
import { DropZone } from './drop-zone';
import { usePasteAnywhere } from './gather/paste-anywhere';
import { ReadingNotice } from './gather/reading-notice';
import { CommandPalette, fetchRest, GridEditor, OutputDesk, ShapeCentre, WorkShelf } from './later';
import { IconButton } from './parts/button';
import { FileChooser } from './parts/file-chooser';
import { useFocusMemory } from './parts/focus-return';
import { ScriptDialog } from './script-dialog';
import { useServices } from './services';
import { ShortcutList, useShortcuts } from './shortcuts';
import { SOUND_FILES } from './sound/sound-files';
import { Ranking } from './stage/ranking';
import { Stage } from './stage/stage';
import { StageNotice } from './stage/stage-notice';
import { TabNotice } from './tab-notice';
import { tableEndings } from './table-endings';
import { TemplateNotice } from './template-notice';
import { TopLine } from './top-line';
import { useSession } from './use-state';

/** The frame of the app: top line, bench, centre, ranking and beats. */
export function AppFrame() {
  const services = useServices();
  const [palette, setPalette] = useState(false);
  const [help, setHelp] = useState(false);
  const [shelf, setShelf] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const theme = useSession((state) => state.theme);
  const { noticePx } = useBeatsHeight();
  const alone = useSession((state) => state.stageAlone);
  const onPalette = useCallback(() => setPalette(true), []);
  const onHelp = useCallback(() => setHelp(true), []);
  const onShelf = useCallback(() => setShelf(true), []);
  const onOpen = useCallback(() => picker.current?.click(), []);
  usePasteAnywhere();
  useFocusMemory();
  useEffect(fetchRest, []);
  const commands = useMemo(
    () => commandsOf(services, { onPalette, onHelp, onOpen, onShelf }),
    [services, onPalette, onHelp, onOpen, onShelf],
  );
  useShortcuts(commands);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return (
    <DropZone onFiles={(files) => void services.openFiles(files)}>
      <div className="flex h-full flex-col bg-paper text-ink">
        <TopLine onPalette={onPalette} onHelp={onHelp} onShelf={onShelf}>
          <FileChooser
            ref={picker}
            label="Open a table or a project file"
            accept={`${tableEndings},${SOUND_FILES},.yaml,.yml,.plucky,.plucky-template,.plucky-shelf`}
            multiple
            onFiles={(files) => void services.openFiles(files.map((file) => ({ file, handle: null })))}
          />
        </TopLine>
        <TabNotice />
        <TemplateNotice />
        <main className="flex min-h-0 flex-1">
          <Group orientation="horizontal" className="min-h-0 flex-1" defaultLayout={{ bench: 28, rest: 72 }}>
            {!alone && (
              <>
                <Panel id="bench" minSize="280px" maxSize="520px" defaultSize="360px">
                  <Bench />
                </Panel>
                <Separator
                  aria-label="Width of the bench"
                  className="w-px bg-line outline-none hover:bg-ink focus-visible:bg-accent"
                />
              </>
            )}
            <Panel id="rest" minSize="40%">
              <div className="flex h-full min-w-0 flex-col">
                <div className="flex min-h-0 flex-1">
                  <Centre />
                  {!alone && <RankingSide />}
                </div>
                <Beats />
              </div>
            </Panel>
          </Group>
        </main>
      </div>
      <ScriptDialog />
      {shelf && <WorkShelf open onOpenChange={setShelf} />}
      {palette && <CommandPalette open onOpenChange={setPalette} commands={commands} />}
      <ShortcutList open={help} onOpenChange={setHelp} commands={commands} />
      <Toaster
        theme={theme}
        position="bottom-center"
        offset={{ bottom: noticePx }}
        className="!font-sans"
        toastOptions={{
          duration: 8000,
          classNames: {
            toast: '!border-ink !bg-card !text-ink !flex-wrap',
            content: '!grow !basis-[80%]',
            description: '!text-quiet',
            actionButton: '!ml-0 !bg-ink !text-paper',
            cancelButton: '!ml-0 !border !border-line !bg-card !text-ink',
          },
        }}
      />
    </DropZone>
  );
}

/** What the open step works on: the table, the film, or the queue of films. */
function Centre() {
  const step = useSession((state) => state.step);
  const tableHasCentre = step === 'gather' || step === 'shape';
  return (
    <section data-centre aria-label="Centre" tabIndex={-1} className="relative min-w-0 flex-1 bg-desk outline-none">
      {step === 'gather' && <GridEditor />}
      {step === 'shape' && <ShapeCentre />}
      <div className={step === 'output' ? 'absolute inset-x-0 top-0 bottom-[250px]' : 'contents'}>
        {(!tableHasCentre || step === 'shape') && <StageNotice />}
        <Stage small={tableHasCentre} />
      </div>
      {step === 'output' && (
        <div className="absolute inset-x-0 bottom-0 h-[250px]">
          <OutputDesk />
        </div>
      )}
      <ReadingNotice />
    </section>
  );
}

function RankingSide() {
  const rankingOpen = useSession((state) => state.rankingOpen);
  if (rankingOpen) return <Ranking />;
  return (
    <div className="border-l border-line">
      <IconButton label="Show the ranking" className="m-1" onClick={() => setSession({ rankingOpen: true })}>
        <ChevronsLeft className="size-4" aria-hidden />
      </IconButton>
    </div>
  );
}
