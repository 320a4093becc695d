import {
  AmbientLight,
  CanvasTexture,
  Color,
  DirectionalLight,
  Group,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Raycaster,
  Scene,
  Shape,
  ShapeGeometry,
  SRGBColorSpace,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { RoundedBoxGeometry } from 'three/addons/geometries/RoundedBoxGeometry.js';
import { faceletPlacesOf, type FaceletPlace, type Motion } from './facelets';
import type { Look } from './looks';
import { turnName } from './turnNames';
import { colorNames, colorOfLetter, marks, unknownLetter, type ColorName } from './palette';

const cameras: Record<Look, [number, number, number]> = {
  front: [5.3, 5.0, 8.2],
  below: [5.3, -5.0, 8.2],
  behind: [-5.3, 5.0, -8.2],
};

const stickerSize = 0.86;

/** The cube in 3D. It draws positions and turns layers; it does not know what a turn does. */
export class CubeScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  /** The cube, as large as a 3x3 whatever its size. */
  private readonly cube = new Group();
  private readonly places: readonly FaceletPlace[];
  private readonly camera = new PerspectiveCamera(26, 1, 0.1, 60);
  private readonly cubies: { group: Group; at: readonly [number, number, number] }[] = [];
  private readonly stickers: Mesh<ShapeGeometry, MeshLambertMaterial>[] = [];
  private readonly materials = new Map<ColorName | 'unknown', MeshLambertMaterial>();
  private readonly body = new MeshLambertMaterial();
  /** The step of a turn that is asked for; 0 when none is. */
  private frame = 0;
  /** The drawing that is asked for; 0 when none is. */
  private drawing = 0;
  private side = 0;
  /** The canvas has that side. One that is given another is empty, so it gets it when it is drawn. */
  private isSized = true;

  /** Throws when the browser has no WebGL. */
  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly size = 3,
  ) {
    this.places = faceletPlacesOf(size);
    this.cube.scale.setScalar(3 / size);
    this.scene.add(this.cube);
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    this.renderer.outputColorSpace = SRGBColorSpace;
    this.scene.add(new AmbientLight(0xffffff, 2.1));
    const lamp = new DirectionalLight(0xffffff, 1.1);
    lamp.position.set(2, 5, 4);
    this.camera.add(lamp);
    this.scene.add(this.camera);
    this.build();
    this.look('front');
  }

  look(from: Look) {
    this.camera.position.set(...cameras[from]);
    this.camera.lookAt(0, 0, 0);
    this.draw();
  }

  /** Turns the view by a drag, in pixels. The cube keeps its hold. */
  orbit(dx: number, dy: number) {
    const p = this.camera.position;
    const radius = p.length();
    const around = Math.atan2(p.x, p.z) - dx * 0.01;
    const up = Math.max(-1.45, Math.min(1.45, Math.asin(p.y / radius) + dy * 0.01));
    p.set(radius * Math.cos(up) * Math.sin(around), radius * Math.sin(up), radius * Math.cos(up) * Math.cos(around));
    this.camera.lookAt(0, 0, 0);
    this.draw();
  }

  /** The facelet at a point of the canvas, both coordinates from -1 to 1; null beside the cube. */
  pick(x: number, y: number): number | null {
    const ray = new Raycaster();
    ray.setFromCamera(new Vector2(x, y), this.camera);
    // The bodies hide the stickers behind them.
    const hit = ray.intersectObjects(this.scene.children, true)[0]?.object;
    const facelet = this.stickers.findIndex((sticker) => sticker === hit);
    return facelet < 0 ? null : facelet;
  }

  /**
   * The turn that a drag over a sticker means: from a facelet, along a direction of the screen (x to the right, y up). The
   * layer goes round the
   * axis that is square to the face and to the drag.
   */
  dragTurn(facelet: number, dx: number, dy: number): string {
    const { cubie, normal } = this.places[facelet]!;
    const right = new Vector3().setFromMatrixColumn(this.camera.matrixWorld, 0);
    const up = new Vector3().setFromMatrixColumn(this.camera.matrixWorld, 1);
    const drag = right.multiplyScalar(dx).add(up.multiplyScalar(dy));
    const about = new Vector3(...normal).cross(drag);
    const parts = [about.x, about.y, about.z];
    const part = parts.reduce(
      (best, value, i) => (normal[i] === 0 && Math.abs(value) > Math.abs(parts[best]!) ? i : best),
      normal[0] === 0 ? 0 : 1,
    );
    // A positive turn about an axis goes against the clock as seen from its positive end.
    return turnName((['x', 'y', 'z'] as const)[part]!, cubie[part]!, parts[part]! > 0 ? -1 : 1, this.size);
  }

  /**
   * Sets the side of the square for the cube. The page scales the canvas to a somewhat smaller square: a new canvas takes longer than a key
   * press should.
   */
  resize(side: number) {
    if (side < 2 || (side <= this.side && side > this.side * 0.6)) return;
    this.side = Math.ceil(side / 64) * 64;
    this.isSized = false;
    this.draw();
  }

  /** Takes the hues from the page's theme. */
  paint(marked: boolean) {
    const style = getComputedStyle(this.canvas);
    this.body.color = new Color(style.getPropertyValue('--cubie').trim());
    for (const name of [...colorNames, 'unknown' as const]) {
      const material = this.materials.get(name)!;
      material.map?.dispose();
      const hue = style.getPropertyValue(`--hue-${name}`).trim();
      material.color = new Color(marked ? '#ffffff' : hue);
      material.map = marked ? markedTexture(hue, marks[name]) : null;
      material.needsUpdate = true;
    }
    this.draw();
  }

  show(facelets: string) {
    cancelAnimationFrame(this.frame);
    this.straighten();
    this.colour(facelets);
    this.draw();
  }

  /** Shows a turn on the way to a position; when another is asked for meanwhile, this one is dropped. */
  animate(motion: Motion, facelets: string) {
    cancelAnimationFrame(this.frame);
    this.straighten();
    this.colour(motion.from);
    const axis =
      motion.axis === 'x' ? new Vector3(1, 0, 0) : motion.axis === 'y' ? new Vector3(0, 1, 0) : new Vector3(0, 0, 1);
    const part = motion.axis === 'x' ? 0 : motion.axis === 'y' ? 1 : 2;
    const moving = this.cubies.filter((c) => motion.layers.includes(c.at[part])).map((c) => c.group);
    const whole = (-motion.quarters * Math.PI) / 2;
    const began = performance.now();
    const ms = motion.ms * (Math.abs(motion.quarters) === 2 ? 1.4 : 1);
    const step = (now: number) => {
      const t = Math.min(1, (now - began) / ms);
      if (t >= 1) {
        this.show(facelets);
        return;
      }
      const eased = t * t * (3 - 2 * t);
      for (const group of moving) group.setRotationFromAxisAngle(axis, whole * eased);
      this.render();
      this.frame = requestAnimationFrame(step);
    };
    this.frame = requestAnimationFrame(step);
  }

  dispose() {
    cancelAnimationFrame(this.frame);
    cancelAnimationFrame(this.drawing);
    this.renderer.dispose();
    for (const material of this.materials.values()) material.map?.dispose();
  }

  private build() {
    for (const name of [...colorNames, 'unknown' as const]) this.materials.set(name, new MeshLambertMaterial());
    const box = new RoundedBoxGeometry(0.98, 0.98, 0.98, 3, 0.09);
    const tile = roundedTile(stickerSize, 0.14);
    const groups = new Map<string, Group>();
    for (const { cubie } of this.places) {
      if (groups.has(cubie.join())) continue;
      const group = new Group();
      const mesh = new Mesh(box, this.body);
      mesh.position.set(...cubie);
      group.add(mesh);
      groups.set(cubie.join(), group);
      this.cubies.push({ group, at: cubie });
      this.cube.add(group);
    }
    for (const { cubie, normal } of this.places) {
      const sticker = new Mesh(tile, this.materials.get('white')!);
      const n = new Vector3(...normal);
      sticker.position.set(...cubie).addScaledVector(n, 0.497);
      if (normal[1] !== 0) sticker.rotation.x = -normal[1] * (Math.PI / 2);
      else sticker.rotation.y = Math.atan2(normal[0], normal[2]);
      groups.get(cubie.join())!.add(sticker);
      this.stickers.push(sticker);
    }
  }

  private colour(facelets: string) {
    this.stickers.forEach((sticker, i) => {
      sticker.material = this.materials.get(colorOfLetter(facelets[i] ?? unknownLetter))!;
    });
  }

  private straighten() {
    for (const { group } of this.cubies) group.rotation.set(0, 0, 0);
  }

  /** With the next frame, once however often it is asked for: what else changes on a key does not wait for it. */
  private draw() {
    this.drawing ||= requestAnimationFrame(() => this.render());
  }

  private render() {
    cancelAnimationFrame(this.drawing);
    this.drawing = 0;
    if (!this.isSized) {
      this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
      this.renderer.setSize(this.side, this.side, false);
      this.isSized = true;
    }
    this.renderer.render(this.scene, this.camera);
  }
}

function roundedTile(size: number, radius: number): ShapeGeometry {
  const h = size / 2;
  const shape = new Shape();
  shape.moveTo(-h + radius, -h);
  shape.lineTo(h - radius, -h).quadraticCurveTo(h, -h, h, -h + radius);
  shape.lineTo(h, h - radius).quadraticCurveTo(h, h, h - radius, h);
  shape.lineTo(-h + radius, h).quadraticCurveTo(-h, h, -h, h - radius);
  shape.lineTo(-h, -h + radius).quadraticCurveTo(-h, -h, -h + radius, -h);
  const geometry = new ShapeGeometry(shape, 4);
  const at = geometry.getAttribute('position');
  const uv = geometry.getAttribute('uv');
  for (let i = 0; i < at.count; i++) uv.setXY(i, at.getX(i) / size + 0.5, at.getY(i) / size + 0.5);
  return geometry;
}

function markedTexture(hue: string, mark: string): CanvasTexture {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 128;
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = hue;
  pen.fillRect(0, 0, 128, 128);
  pen.scale(1.28, 1.28);
  pen.fillStyle = '#1b2022c0';
  if (mark) pen.fill(new Path2D(mark), 'evenodd');
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = SRGBColorSpace;
  return texture;
}
