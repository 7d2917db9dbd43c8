'use client';

import Box from '@mui/material/Box';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import { get, useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { handTool } from '../tools';
import { dropFiles, filesOverSheet } from './file-drop';
import { GuidePrompt } from './GuidePrompt';
import { Overlay } from './Overlay';
import { PaletteRail } from './PaletteRail';
import { sheetHandlers } from './pointer';
import { Rulers } from './Rulers';
import { ScopeBar } from './Scope';
import { asFitted, useStoredPicture } from './stored-picture';
import { surface } from './surface';
import { dropOnSheet, overSheet } from './swatch-drop';
import { TileBar } from './TileBar';
import { TypingBox } from './TypingLayer';
import { fitSheet, panBy, resizeView, zoomAt } from './view';
import { wheelMeaning } from './wheel';

const FrameTable = dynamic(() => import('./FrameTable').then((m) => m.FrameTable));

/** Whether the address asks for the times of frames. */
const profileAsked = () => new URLSearchParams(window.location.search).has('profile');

/**
 * The sheet: tiles drawn by the raster workers, and over them grid, guides, outlines and handles. Until there are tiles it shows the
 * stored picture at an address, where there is one.
 */
export function SheetView({ id, picture }: { id: string; picture: string | null }) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const view = useEditor((s) => s.view);
  const engines = useEditor((s) => s.engines);
  const size = useEditor((s) => s.viewSize);
  const sheetId = useEditor((s) => s.sheetId);
  const outlineView = useEditor((s) => s.outlineView);
  const cursor = useEditor((s) => handTool(s.tool).cursor);
  const [fitted, setFitted] = useState('');
  const [profiled, setProfiled] = useState(false);
  useEffect(() => setProfiled(profileAsked()), []);

  useEffect(() => {
    const el = frame.current;
    if (!el) return;
    surface.element = el;
    const measure = () => resizeView(el.clientWidth, el.clientHeight);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(el);
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const box = el.getBoundingClientRect();
      const p = { x: e.clientX - box.left, y: e.clientY - box.top };
      const meant = wheelMeaning(e);
      if ('zoom' in meant) zoomAt(meant.zoom, p);
      else panBy(...meant.pan);
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => {
      observer.disconnect();
      surface.element = null;
      el.removeEventListener('wheel', wheel);
    };
  }, []);

  useEffect(() => {
    const key = `${get().designId} ${sheetId}`;
    if (sheetId && size.width > 100 && fitted !== key) {
      setFitted(key);
      fitSheet();
    }
  }, [sheetId, size, fitted]);

  const stored = useStoredPicture(picture, fitted === `${id} ${sheetId}`);

  useEffect(() => {
    if (!engines || !hasEngine()) return;
    const { board } = studioEngine();
    board.setCanvas(canvas.current);
    const dpr = window.devicePixelRatio || 1;
    board.setView(
      view.zoom * dpr,
      view.x * dpr,
      view.y * dpr,
      Math.round(size.width * dpr),
      Math.round(size.height * dpr),
    );
  }, [view, size, engines]);

  // What takes the sheet's place has the workers to itself.
  useEffect(() => () => (hasEngine() ? studioEngine().board.rest() : undefined), []);

  return (
    <Box
      sx={{
        position: 'relative',
        flex: 1,
        minWidth: 0,
        minHeight: 0,
        display: 'grid',
        gridTemplate: '20px 1fr auto / 20px 1fr',
        overflow: 'hidden',
      }}
    >
      <Rulers />
      <Box
        ref={frame}
        data-testid="sheet"
        role="application"
        aria-label="Sheet"
        tabIndex={0}
        {...sheetHandlers}
        // Nothing on the sheet is the browser's to drag.
        onDragStart={(e) => e.preventDefault()}
        onDragOver={(e) => {
          overSheet(e);
          filesOverSheet(e);
        }}
        onDrop={(e) => {
          void dropOnSheet(e);
          dropFiles(e);
        }}
        sx={{
          position: 'relative',
          gridArea: '2 / 2',
          overflow: 'hidden',
          cursor,
          touchAction: 'none',
          userSelect: 'none',
          outlineOffset: -2,
          bgcolor: 'paper.surround',
        }}
      >
        {stored.shown && picture && (
          // As the page comes, before anything of the program runs; decoded where it stands on the canvas.
          <img
            ref={stored.image}
            src={picture}
            alt=""
            onLoad={stored.onLoad}
            onError={stored.onError}
            style={asFitted}
          />
        )}
        <canvas
          ref={canvas}
          data-testid="sheet-canvas"
          style={{
            position: 'absolute',
            inset: 0,
            width: size.width,
            height: size.height,
            opacity: outlineView ? 0 : 1,
          }}
        />
        <Overlay />
        <TypingBox />
        <TileBar />
        <ScopeBar />
        <GuidePrompt />
        {profiled && <FrameTable />}
      </Box>
      <PaletteRail />
    </Box>
  );
}
