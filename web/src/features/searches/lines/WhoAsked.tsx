import { needsBehind, phraseOf, readNeed } from '@perambula/core';
import type { Line } from '@perambula/core';
import { useMemo } from 'react';
import { useNow } from '../../../shared/clock.api.js';
import { classesOf } from '../../../shared/classes.js';
import { zone } from '../../../shared/format.js';
import { useFile, useNeeds } from '../../clients/index.js';
import { useDraft } from '../draft/draft.js';
import { useGazetteer } from '../draft/gazetteer.api.js';
import lineCss from '../line.module.css';

const cx = classesOf(lineCss);

/** Who of the household asked for what a line is about, and what they asked where the line says otherwise. */
export function WhoAsked({ line }: { readonly line: Line }) {
  const clientId = useDraft((draft) => draft.clientId);
  const needs = useNeeds(clientId).data;
  const people = useFile(clientId).data?.people;
  const gazetteer = useGazetteer();
  const now = Date.parse(useNow());
  const read = useMemo(
    () => (needs ?? []).map((need) => readNeed(need, gazetteer, { now, zone: zone() })),
    [needs, gazetteer, now],
  );
  const said = needsBehind(line, read).map(({ need, line: asked }) => {
    const who = people?.find(({ id }) => id === need.personId)?.name.split(' ')[0] ?? 'they';
    return phraseOf(asked) === phraseOf(line) ? `${who} asked for it` : `${who} said ${phraseOf(asked)}`;
  });
  if (said.length === 0) return null;
  return <span className={cx('line-hint')}>{[...new Set(said)].join('; ')}</span>;
}
