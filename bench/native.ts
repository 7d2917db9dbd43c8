import { type Canvas, createCanvas, Path2D, type SKRSContext2D } from '@napi-rs/canvas';
import { type blendModes, formatPath, type Scene, type SceneNode } from '@/core';

/** The scene's colours and modes as a canvas takes them. */
const css = ([r, g, b, a]: readonly number[]): string =>
  `rgba(${Math.round(r * 255)},${Math.round(g * 255)},${Math.round(b * 255)},${a})`;
const modeOf = (mode: (typeof blendModes)[number]) => (mode === 'normal' ? 'source-over' : mode);

const paths = new WeakMap<object, Path2D>();

function draw(c: SKRSContext2D, nodes: readonly SceneNode[], scale: number): void {
  for (const n of nodes) {
    c.save();
    c.globalAlpha = n.opacity;
    c.globalCompositeOperation = modeOf(n.blend);
    if (n.type === 'shape') {
      let path = paths.get(n.path);
      if (!path) {
        path = new Path2D(formatPath(n.path));
        paths.set(n.path, path);
      }
      if (n.paint.kind === 'solid') {
        c.fillStyle = css(n.paint.colour);
        c.fill(path, n.path.fillRule);
      } else if ('stops' in n.paint) {
        c.clip(path, n.path.fillRule);
        c.transform(...(n.paint.matrix as [number, number, number, number, number, number]));
        const gradient =
          n.paint.kind === 'linear'
            ? c.createLinearGradient(0, 0, 1, 0)
            : c.createRadialGradient(0, 0, 0, 0, 0, 1);
        for (const s of n.paint.stops) gradient.addColorStop(s.at, css(s.colour));
        c.fillStyle = gradient;
        c.fillRect(-1e4, -1e4, 2e4, 2e4);
      }
    } else if (n.type === 'group' && n.opacity >= 1 && n.blend === 'normal') {
      c.transform(...(n.matrix as [number, number, number, number, number, number]));
      if (n.clip) c.clip(new Path2D(formatPath(n.clip)), n.clip.fillRule);
      draw(c, n.children, scale);
    } else {
      const layer = createCanvas(c.canvas.width, c.canvas.height);
      const l = layer.getContext('2d');
      l.setTransform(c.getTransform());
      if (n.type === 'group') l.transform(...(n.matrix as [number, number, number, number, number, number]));
      if ('children' in n) draw(l, n.children, scale);
      c.resetTransform();
      if (n.type === 'filter' && n.filter.kind === 'shadow') {
        const { filter } = n;
        l.resetTransform();
        l.globalCompositeOperation = 'source-in';
        l.fillStyle = css(filter.colour);
        l.fillRect(0, 0, layer.width, layer.height);
        c.filter = `blur(${filter.sigma * scale}px)`;
        c.translate(filter.dx * scale, filter.dy * scale);
      }
      c.drawImage(layer, 0, 0);
    }
    c.restore();
  }
}

/** Draws a scene with the native canvas, as well as it can: a reference for speed alone. */
export function drawNatively(scene: Scene, width: number): Canvas {
  const scale = width / scene.width;
  const canvas = createCanvas(width, Math.round(scene.height * scale));
  const c = canvas.getContext('2d');
  if (scene.ground) {
    c.fillStyle = css(scene.ground);
    c.fillRect(0, 0, canvas.width, canvas.height);
  }
  c.scale(scale, scale);
  draw(c, scene.nodes, scale);
  canvas.data();
  return canvas;
}
