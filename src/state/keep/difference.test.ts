import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differenceOf, isEmpty, sharing, withDifference } from './difference';
import type { ChangeRecord, KeptWork } from './kept-work';
import { unfold } from './unfold';

/** Anything that a document can hold, with names that libraries stumble over. */
const document = fc.dictionary(
  fc.oneof(fc.string(), fc.constantFrom('__proto__', 'constructor', 'a/b', 'a~b', '', '0')),
  fc.jsonValue({ noUnicodeString: false }).map((value) => value as unknown),
);
const json = (value: unknown) => JSON.parse(JSON.stringify(value));

describe('a difference', () => {
  it('makes the one document of the other, through JSON too, and leaves the other as it is', () => {
    fc.assert(
      fc.property(document, document, (a, b) => {
        const [before, after] = [json(a), json(b)];
        const copy = json(before);
        const difference = json(differenceOf(before, after));
        expect(json(withDifference(before, difference))).toEqual(after);
        expect(before).toEqual(copy);
      }),
    );
  });

  it('of a document with itself is empty, and shares every part', () => {
    fc.assert(
      fc.property(document, (a) => {
        expect(isEmpty(differenceOf(a, a))).toBe(true);
        const copy = json(json(a));
        expect(sharing(copy, copy)).toBe(copy);
        expect(withDifference(copy, [])).toBe(copy);
      }),
    );
  });

  it('shares what did not change, and nothing else', () => {
    const before = { same: { deep: [1, { two: 2 }] }, other: { x: 1 } };
    const after = withDifference(before, differenceOf(before, { ...json(before), other: { x: 2 } })) as typeof before;
    expect(after.same).toBe(before.same);
    expect(after.other).toEqual({ x: 2 });
  });

  it('that does not fit is refused', () => {
    expect(() => withDifference({}, [{ op: 'replace', path: '/not/there', value: 1 }])).toThrow();
  });
});

/** What a person does to a history. */
const doing = fc.array(fc.constantFrom('step', 'same', 'undo', 'redo'), { maxLength: 30 });

describe('what is kept whole and the changes since', () => {
  it('come to the same state and history wherever the whole was kept', () => {
    fc.assert(
      fc.property(doing, fc.nat(30), fc.nat(30), (kinds, cut, extra) => {
        let state = { project: { n: 0 } as { n: number }, past: [] as { n: number }[], future: [] as { n: number }[] };
        const records: ChangeRecord[] = [];
        const states = [state];
        let n = 0;
        for (const kind of kinds) {
          const { project, past, future } = state;
          if (kind === 'step') state = { project: { n: ++n }, past: [...past, project], future: [] };
          else if (kind === 'same') state = { project: { n: ++n }, past, future };
          else if (kind === 'undo' && past.length > 0)
            state = { project: past.at(-1) as { n: number }, past: past.slice(0, -1), future: [project, ...future] };
          else if (kind === 'redo' && future.length > 0)
            state = { project: future[0] as { n: number }, past: [...past, project], future: future.slice(1) };
          else continue;
          const forward = differenceOf(project, state.project);
          const clears = kind === 'step';
          records.push({
            step: 'dress',
            timeSec: 0,
            epoch: 1,
            seq: records.length + 1,
            kind,
            clears,
            forward,
            changedMs: 0,
          });
          states.push(state);
        }
        const at = Math.min(cut, records.length);
        const { project, past, future } = states[at] as typeof state;
        const chain = (list: readonly { n: number }[]) =>
          list.map((each, i) => differenceOf(i === 0 ? project : list[i - 1], each));
        const whole: KeptWork = {
          id: 'p',
          epoch: 1,
          seq: at,
          changedMs: 0,
          step: 'dress',
          timeSec: 0,
          project,
          back: chain([...past].reverse()),
          ahead: chain(future),
        };
        // Older changes that were not dropped, one twice, and one of a tab that had lost the work, change nothing.
        const stale = records.slice(0, extra).map((record) => ({ ...record, epoch: 0 }));
        const found = unfold(whole, [...records, ...records.slice(-1), ...stale].reverse());
        expect({ project: found.project, past: found.past, future: found.future }).toEqual(state);
        expect(found.seq).toBe(records.length);
      }),
    );
  });

  it('end at a gap, and at a change that does not fit', () => {
    const whole: KeptWork = {
      id: 'p',
      epoch: 1,
      seq: 3,
      changedMs: 0,
      step: 'dress',
      timeSec: 0,
      project: { n: 3 },
      back: [],
      ahead: [],
    };
    const record = (seq: number, epoch = 1): ChangeRecord => ({
      step: 'dress',
      timeSec: 0,
      epoch,
      seq,
      kind: 'step',
      clears: true,
      forward: [{ op: 'replace', path: '/n', value: seq * 10 + epoch }],
      changedMs: 0,
    });
    expect(unfold(whole, [record(4), record(6)]).project).toEqual({ n: 41 });
    expect(unfold(whole, [{ ...record(4), forward: [{ op: 'remove', path: '/gone/deep' }] }]).project).toEqual({
      n: 3,
    });
    // A tab that had lost the work wrote on, beside the one that took it.
    expect(unfold(whole, [record(4), record(5), record(4, 2)]).project).toEqual({ n: 42 });
  });
});
