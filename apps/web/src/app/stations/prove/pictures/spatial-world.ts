import { turned, type Landscape, type Thing, type Turn, type Vec3 } from '@squallmark/core/scene';
import type { BufferGeometry } from 'three';
import {
  AmbientLight,
  BackSide,
  BoxGeometry,
  BufferAttribute,
  Color,
  CylinderGeometry,
  DirectionalLight,
  DodecahedronGeometry,
  Group,
  InstancedMesh,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  Object3D,
  PerspectiveCamera,
  PlaneGeometry,
  Scene,
  SphereGeometry,
  Vector3,
  WebGLRenderer,
  type Material,
} from 'three';
import type { Palette, ViewState } from './view-state';

/** Squares of ground along each side. */
const GROUND = 32;
/** A frame that takes longer is drawn with fewer points from then on, ms: with its copy to the paper it stays under 20. */
const SLOW_MS = 12;
const LEAST_SHARE = 0.4;
/** One frame in so many is waited for, to know what it took: a drawing process of its own tells nothing otherwise. */
const WEIGHED = 4;
/** Such frames whose median is looked at before anything is changed. */
const LOOKED_AT = 5;

const SHAPE: Record<Thing['kind'], () => BufferGeometry> = {
  seal: () => new SphereGeometry(0.5, 8, 6),
  post: () => new BoxGeometry(1, 1, 1),
  pot: () => new CylinderGeometry(0.5, 0.34, 1, 9),
  bush: () => new DodecahedronGeometry(0.5),
  pane: () => new BoxGeometry(1, 1, 1),
};

/** An invented place drawn as a camera over it sees it. One for all pictures; each is copied to its own paper. */
export class SpatialWorld {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly lens = new PerspectiveCamera(60, 16 / 9, 0.3, 2500);
  private readonly day = new Group();
  private readonly heat = new Group();
  private readonly took: number[] = [];
  private readonly point = new Uint8Array(4);
  private frames = 0;
  /** Points of the largest picture so far: only that one is weighed. */
  private largest = 0;
  private share = 1;

  /** @throws where this browser draws no spatial pictures */
  constructor(private readonly place: Landscape) {
    this.renderer = new WebGLRenderer({ antialias: false, powerPreference: 'low-power' });
    this.renderer.setPixelRatio(1);
    this.buildDay();
    this.buildHeat();
    this.scene.add(this.day, this.heat);
    this.lens.up.set(0, 1, 0);
  }

  /** Draws what a camera sees onto a paper, as large as that is. */
  draw(view: ViewState, paper: HTMLCanvasElement): void {
    const { width, height } = paper;
    this.largest = Math.max(this.largest, width * height);
    const isWeighed = width * height === this.largest && this.frames++ % WEIGHED === 0;
    const from = performance.now();
    this.renderer.setSize(
      Math.max(1, Math.round(width * this.share)),
      Math.max(1, Math.round(height * this.share)),
      false,
    );
    this.aim(view, width / height);
    const isHeat = view.palette !== 'colours';
    this.day.visible = !isHeat;
    this.heat.visible = isHeat;
    this.renderer.render(this.scene, this.lens);
    if (isWeighed) {
      this.finish();
      this.weigh(performance.now() - from);
    }
    const pen = paper.getContext('2d')!;
    pen.filter = FILTER[view.palette];
    pen.drawImage(this.renderer.domElement, 0, 0, width, height);
    pen.filter = 'none';
    if (view.isDisturbed) tear(pen, width, height);
  }

  close(): void {
    this.scene.traverse((object) => {
      if (!(object instanceof Mesh)) return;
      (object.geometry as BufferGeometry).dispose();
      (object.material as Material).dispose();
    });
    this.renderer.dispose();
    this.renderer.forceContextLoss();
  }

  /** Waits until what was asked for is drawn. */
  private finish(): void {
    const gl = this.renderer.getContext();
    gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, this.point);
  }

  private aim({ turn, acrossDeg }: ViewState, aspect: number): void {
    const { lens, place } = this;
    lens.aspect = aspect;
    lens.fov = (2 * Math.atan(Math.tan((acrossDeg * Math.PI) / 360) / aspect) * 180) / Math.PI;
    lens.position.set(0, place.aboveM, 0);
    lens.up.copy(seen(turn, [0, 0, -1]));
    lens.lookAt(seen(turn, [1, 0, 0]).add(lens.position));
    lens.updateProjectionMatrix();
  }

  /** Fewer points once the median of the last frames is slow; never back, so that it does not swing. */
  private weigh(ms: number): void {
    this.took.push(ms);
    if (this.took.length < LOOKED_AT) return;
    const median = this.took.sort((a, b) => a - b)[this.took.length >> 1]!;
    this.took.length = 0;
    if (median > SLOW_MS) this.share = Math.max(LEAST_SHARE, this.share * 0.75);
  }

  private buildDay(): void {
    const { colours, waterM, reachM } = this.place;
    const sun = new DirectionalLight('#fff4de', 2.1);
    sun.position.set(-0.6, 0.7, 0.5);
    this.day.add(new AmbientLight('#cdd9e2', 1.5), sun, sky(colours.zenith, colours.horizon));
    this.day.add(new Mesh(this.ground(colours.low, colours.high), new MeshLambertMaterial({ vertexColors: true })));
    if (waterM !== null) this.day.add(water(waterM, reachM, new MeshLambertMaterial({ color: '#6f8f95' })));
    this.day.add(
      ...this.things(
        () => new MeshLambertMaterial({ color: '#ffffff' }),
        () => colours.thing,
      ),
    );
  }

  private buildHeat(): void {
    const { waterM, reachM } = this.place;
    this.heat.add(sky('#050505', '#2a2a2a'));
    this.heat.add(new Mesh(this.ground('#3a3a3a', '#4e4e4e'), new MeshBasicMaterial({ vertexColors: true })));
    if (waterM !== null) this.heat.add(water(waterM, reachM, new MeshBasicMaterial({ color: '#1d1d1d' })));
    const grey = ({ warm }: Thing): string => `hsl(0 0% ${Math.round(30 + 66 * warm)}%)`;
    this.heat.add(...this.things(() => new MeshBasicMaterial({ color: '#ffffff' }), grey));
  }

  private ground(low: string, high: string): BufferGeometry {
    const { heightAt, reachM } = this.place;
    const geometry = new PlaneGeometry(2 * reachM, 2 * reachM, GROUND, GROUND).rotateX(-Math.PI / 2);
    const at = geometry.getAttribute('position') as BufferAttribute;
    const heights = Array.from({ length: at.count }, (_, i) => heightAt(-at.getZ(i), at.getX(i)));
    const [least, most] = [Math.min(...heights), Math.max(...heights)];
    const colours = new Float32Array(3 * at.count);
    heights.forEach((height, i) => {
      at.setY(i, height);
      new Color(low).lerp(new Color(high), (height - least) / (most - least || 1)).toArray(colours, 3 * i);
    });
    geometry.setAttribute('color', new BufferAttribute(colours, 3));
    geometry.computeVertexNormals();
    return geometry;
  }

  /** One mesh a kind, however many there are of it. */
  private things(material: () => Material, colour: (thing: Thing) => string): Object3D[] {
    const kinds = new Set(this.place.things.map((t) => t.kind));
    return [...kinds].map((kind) => {
      const all = this.place.things.filter((t) => t.kind === kind);
      const own = material();
      if (kind === 'pane') Object.assign(own, { transparent: true, opacity: 0.25 });
      const mesh = new InstancedMesh(SHAPE[kind](), own, all.length);
      const at = new Object3D();
      all.forEach((thing, i) => {
        const [along, across, up] = thing.size;
        at.position.set(thing.y, this.place.heightAt(thing.x, thing.y) + up / 2, -thing.x);
        at.scale.set(across, up, along);
        at.updateMatrix();
        mesh.setMatrixAt(i, at.matrix);
        mesh.setColorAt(i, new Color(colour(thing)));
      });
      return mesh;
    });
  }
}

/** A direction as three.js has it: right, up, backwards. */
function seen(turn: Turn, direction: Vec3): Vector3 {
  const [forward, right, down] = turned(turn, direction);
  return new Vector3(right, -down, -forward);
}

/** How warm pictures are coloured. */
const FILTER: Record<Palette, string> = {
  colours: 'none',
  'white hot': 'contrast(1.15)',
  'black hot': 'invert(1)',
  rust: 'sepia(1) saturate(5) hue-rotate(-18deg)',
};

/** A dome from the horizon up, darker above. */
function sky(zenith: string, horizon: string): Mesh {
  const geometry = new SphereGeometry(1800, 12, 10);
  const at = geometry.getAttribute('position') as BufferAttribute;
  const colours = new Float32Array(3 * at.count);
  for (let i = 0; i < at.count; i++) {
    const up = Math.max(0, at.getY(i) / 1800);
    new Color(horizon).lerp(new Color(zenith), Math.min(1, 1.6 * up)).toArray(colours, 3 * i);
  }
  geometry.setAttribute('color', new BufferAttribute(colours, 3));
  return new Mesh(geometry, new MeshBasicMaterial({ vertexColors: true, side: BackSide, depthWrite: false }));
}

function water(level: number, reachM: number, material: Material): Mesh {
  const mesh = new Mesh(new PlaneGeometry(4 * reachM, 4 * reachM).rotateX(-Math.PI / 2), material);
  mesh.position.y = level;
  return mesh;
}

/** Somebody else on the channel: bands pushed aside, and snow. */
function tear(pen: CanvasRenderingContext2D, width: number, height: number): void {
  for (let y = 0; y < height; y += 9) {
    const by = Math.round((Math.random() - 0.5) * 26);
    pen.drawImage(pen.canvas, 0, y, width, 5, by, y, width, 5);
  }
  pen.fillStyle = '#ffffffb0';
  for (let i = 0; i < 260; i++) pen.fillRect(Math.random() * width, Math.random() * height, 3, 1);
}
