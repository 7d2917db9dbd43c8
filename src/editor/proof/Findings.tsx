'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { ArrowUpRight } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { type Finding, type Part, ruleFields, usualWall } from '@/core';
import { ParamFields } from '../fields/ParamFields';
import { openStage } from '../frame/stages';
import { Section } from '../panel/Section';
import { fitArea } from '../sheet/view';
import { chooseInside } from '../state/actions';
import { colourStage, get, set, useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { putRules, smallestHung } from './wall';

const WidthChart = dynamic(() => import('./WidthChart').then((m) => m.WidthChart));

/** Milliseconds that the design must stay as it is before it is measured again. */
const calm = 250;

const stateWords = { broken: 'Breaks a rule', near: 'Close to one', holds: 'Holds' } as const;
const stateColours = { broken: 'error.main', near: 'primary.main', holds: 'text.secondary' } as const;

/** What is measured of the sheet, kept up with the design while this is shown. */
function useFindings(): void {
  const version = useEditor((s) => s.version);
  const wall = useEditor((s) => s.design?.wall ?? usualWall);
  const engines = useEditor((s) => s.engines);
  const { rules } = wall;
  const smallest = smallestHung(wall);
  useEffect(() => {
    if (!engines || !hasEngine() || version < 0) return;
    let stop = () => {};
    const timer = setTimeout(() => {
      const { measurer, wall: board } = studioEngine();
      stop = measurer.measure(board.version, rules, smallest, (findings) => set({ findings }));
    }, calm);
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [version, rules, smallest, engines]);
}

/** What a finding is about, as a word or a dot of its colour. */
function About({ about, parts }: { about: string; parts: Readonly<Record<string, Part>> }) {
  if (about.startsWith('#'))
    return (
      <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 1 }}>
        <Box
          sx={{
            width: 11,
            height: 11,
            bgcolor: about,
            border: 1,
            borderColor: 'divider',
            borderRadius: '50%',
          }}
        />
        {about}
      </Box>
    );
  const word =
    about === 'silhouette' ? 'Whole silhouette' : about === 'sheet' ? 'Whole sheet' : parts[about]?.name;
  return <span>{word ?? 'Gradient'}</span>;
}

/** Goes to the part that a finding is about, with the place in sight and marked. */
function follow(finding: Finding): void {
  const { design, sheetId } = get();
  const sheet = design?.sheets.find((s) => s.id === sheetId);
  openStage(finding.kind === 'contrast' ? colourStage : 1);
  if (finding.part && design?.parts[finding.part]) chooseInside([finding.part]);
  set((s) => ({ wall: { ...s.wall, finding: finding.id } }));
  if (!sheet || !finding.at.length) return;
  const [a, b = a] = finding.at;
  const r = Math.max(0.06 * Math.max(sheet.width, sheet.height), 2 * Math.hypot(a.x - b.x, a.y - b.y));
  const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
  // The view is measured once the sheet is back.
  requestAnimationFrame(() => fitArea({ x0: x - r, y0: y - r, x1: x + r, y1: y + r }));
}

function Line({ finding }: { finding: Finding }) {
  const chosen = useEditor((s) => s.wall.finding === finding.id);
  const parts = useEditor((s) => s.design?.parts);
  const point = (id: string | null) => set((s) => ({ wall: { ...s.wall, finding: id } }));
  return (
    <Box
      component="li"
      onPointerEnter={() => point(finding.id)}
      sx={{
        listStyle: 'none',
        display: 'flex',
        alignItems: 'start',
        gap: 1,
        py: 1.5,
        pl: 2,
        borderBottom: 1,
        borderColor: 'divider',
        borderLeft: 3,
        borderLeftColor: chosen ? stateColours[finding.state] : 'transparent',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0, display: 'grid', gap: '2px' }}>
        <Box sx={{ fontSize: 12, display: 'flex', gap: 1.5, color: 'text.secondary' }}>
          <About about={finding.about} parts={parts ?? {}} />
          <Box
            component="span"
            sx={{ color: stateColours[finding.state], fontWeight: finding.state === 'broken' ? 600 : 400 }}
          >
            {stateWords[finding.state]}
          </Box>
        </Box>
        <Box sx={{ fontSize: 13, overflowWrap: 'anywhere' }}>{finding.message}</Box>
      </Box>
      {finding.at.length > 0 && (
        <Button
          size="small"
          aria-label={`Go to: ${finding.message}`}
          onFocus={() => point(finding.id)}
          onClick={() => follow(finding)}
          sx={{ p: '2px 4px' }}
        >
          <ArrowUpRight size={15} aria-hidden />
        </Button>
      )}
    </Box>
  );
}

/** What was measured of the sheet, the worst first, each leading to its place; and the rules it is held to. */
export function Findings() {
  useFindings();
  const found = useEditor((s) => s.findings);
  const rules = useEditor((s) => (s.design?.wall ?? usualWall).rules);
  return (
    <>
      <Section title="Findings">
        {!found && <LinearProgress aria-label="Measuring" />}
        {found && !found.findings.length && (
          <Box sx={{ color: 'text.secondary' }}>There is nothing on the sheet to be measured.</Box>
        )}
        <Box component="ul" aria-label="Findings" sx={{ m: 0, p: 0 }}>
          {found?.findings.map((f) => (
            <Line key={f.id} finding={f} />
          ))}
        </Box>
      </Section>
      {found && found.curve.length > 0 && (
        <Section title="Widths of the silhouette">
          <WidthChart curve={found.curve} />
        </Section>
      )}
      <Section title="Rules">
        <ParamFields
          fields={ruleFields}
          params={{ ...rules }}
          onChange={(name, value) => putRules('Rules', { [name]: value })}
        />
      </Section>
    </>
  );
}
