'use client';

import { editStage } from '@/state/edit-stage';
import { setSession } from '@/state/session';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { LimitedNumber } from '../parts/limited-number';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';

/** The chart's box on the stage: moved by hand, or by its numbers. */
export function BoxFields() {
  const box = useProject((project) => project.film.stage.box, null);
  const moving = useSession((state) => state.boxTool);
  const { plotBox } = useServices();
  const start = async () => {
    const plot = await plotBox();
    if (!plot) return;
    editStage((stage) => {
      const share = (px: number, whole: number) => Math.min(1, Math.max(0, px / whole));
      stage.box ??= {
        x: share(plot.x, stage.widthPx),
        y: share(plot.y, stage.heightPx),
        width: Math.max(0.05, share(plot.widthPx, stage.widthPx)),
        height: Math.max(0.05, share(plot.heightPx, stage.heightPx)),
      };
    });
    setSession({ boxTool: true });
  };
  return (
    <Field
      control="chart-box"
      hint={moving ? 'Drag the box or its corners on stage; arrow keys move it, with Shift they size it.' : undefined}
    >
      <div className="flex flex-wrap gap-2">
        {moving ? (
          <Button onClick={() => setSession({ boxTool: false })}>Done</Button>
        ) : (
          <Button onClick={() => void start()}>Move and size the chart</Button>
        )}
        {box && (
          <Button
            onClick={() => {
              setSession({ boxTool: false });
              editStage((stage) => {
                stage.box = null;
              });
            }}
          >
            All the room again
          </Button>
        )}
      </div>
      {box && (
        <div className="mt-2 grid grid-cols-4 gap-1.5">
          {(['x', 'y', 'width', 'height'] as const).map((side) => (
            <div key={side} className="text-[11px] text-quiet">
              <label htmlFor={`box-${side}`}>{{ x: 'Left', y: 'Top', width: 'Width', height: 'Height' }[side]} %</label>
              <LimitedNumber
                id={`box-${side}`}
                min={side === 'width' || side === 'height' ? 5 : 0}
                max={100}
                value={Math.round(box[side] * 1000) / 10}
                className="px-1 py-1 font-mono text-[12px] text-ink"
                onChange={(percent) =>
                  editStage((stage) => {
                    if (stage.box) stage.box = { ...stage.box, [side]: percent / 100 };
                  })
                }
              />
            </div>
          ))}
        </div>
      )}
    </Field>
  );
}
