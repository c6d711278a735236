import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomTransform } from 'd3-zoom';

/** A rectangle of the sheet, in its own units. */
export interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Room kept round the sheet when all of it is shown, px. */
const RIM = 6;
/** Farther in shows no more. */
const MOST = 3;

/**
 * Moves and scales a sheet inside its stage, by wheel, drag, pinch and by call. While a gesture runs only the sheet's transform
 * changes, so that a large one keeps up with the hand; who holds it is told when the gesture rests.
 */
export class PanZoom {
  private readonly behaviour = zoom<HTMLElement, unknown>();
  private readonly stageOf;
  private size = { width: 1, height: 1 };
  /** Of the stage, px: asked of the page once, not in every frame of a gesture. */
  private room = { clientWidth: 1, clientHeight: 1 };
  private at: ZoomTransform = zoomIdentity;
  /** All of the sheet is kept in sight until a hand moves it. */
  private held = false;

  constructor(
    private readonly stage: HTMLElement,
    // not the SVG itself: its letters would be laid out anew in every frame
    private readonly sheet: HTMLElement,
    private readonly rested: (scale: number, sight: Rect) => void,
    /** Told in every frame of a gesture: what is in sight now. */
    private readonly moved: (sight: Rect) => void = () => undefined,
  ) {
    this.stageOf = select(stage);
    this.behaviour
      .extent((): [[number, number], [number, number]] => [
        [0, 0],
        [this.room.clientWidth, this.room.clientHeight],
      ])
      .on('start', () => this.sheet.classList.add('moving'))
      .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => {
        this.at = event.transform;
        if (event.sourceEvent) this.held = true;
        this.sheet.style.transform = `translate(${this.at.x}px, ${this.at.y}px) scale(${this.at.k})`;
        this.moved(this.sight());
      })
      .on('end', () => {
        this.sheet.classList.remove('moving');
        this.tell();
      });
    this.stageOf.call(this.behaviour).on('dblclick.zoom', null);
  }

  /** A sheet of another size; the least scale still shows all of it. */
  setSize(width: number, height: number): void {
    const { clientWidth, clientHeight } = this.stage;
    this.room = { clientWidth, clientHeight };
    this.size = { width: Math.max(1, width), height: Math.max(1, height) };
    this.behaviour.scaleExtent([Math.min(1, this.fitting()), MOST]);
    this.behaviour.translateExtent([
      [-width / 2, -height / 2],
      [width * 1.5, height * 1.5],
    ]);
  }

  /** The stage has another size, or the sheet: what was all in sight stays so. */
  resettle(legible: number, first: Rect | null): void {
    if (this.held) this.tell();
    else this.open(legible, first);
  }

  /** All of the sheet. */
  fit(): void {
    this.held = false;
    this.place(this.fitting(), { x: 0, y: 0, ...this.size });
  }

  /** Another sheet: seen as one that is opened. */
  release(): void {
    this.held = false;
  }

  /** As first seen: all of the sheet where its words can be read so, else at the scale where they can, with `first` in the middle. */
  private open(legible: number, first: Rect | null): void {
    const fitting = this.fitting();
    if (fitting >= legible || !first) this.place(fitting, { x: 0, y: 0, ...this.size });
    else this.place(legible, first);
  }

  by(factor: number): void {
    this.held = true;
    this.behaviour.scaleBy(this.stageOf, factor);
  }

  /** Shifts by parts of the stage. */
  push(right: number, down: number): void {
    const { clientWidth, clientHeight } = this.room;
    this.held = true;
    this.behaviour.translateBy(this.stageOf, (-right * clientWidth) / this.at.k, (-down * clientHeight) / this.at.k);
  }

  /** Brings a place into sight; nothing moves where it is already. */
  show(place: Rect): void {
    const sight = this.sight();
    const inside =
      place.x >= sight.x &&
      place.y >= sight.y &&
      place.x + place.width <= sight.x + sight.width &&
      place.y + place.height <= sight.y + sight.height;
    if (!inside) this.centre(place.x + place.width / 2, place.y + place.height / 2);
  }

  centre(x: number, y: number): void {
    this.held = true;
    this.behaviour.translateTo(this.stageOf, x, y);
  }

  end(): void {
    this.stageOf.on('.zoom', null);
  }

  private place(scale: number, rect: Rect): void {
    const { clientWidth, clientHeight } = this.room;
    const x = offset(clientWidth, scale * this.size.width, scale * (rect.x + rect.width / 2));
    const y = offset(clientHeight, scale * this.size.height, scale * (rect.y + rect.height / 2));
    this.behaviour.transform(this.stageOf, zoomIdentity.translate(x, y).scale(scale));
  }

  private fitting(): number {
    const { clientWidth, clientHeight } = this.room;
    const across = (clientWidth - 2 * RIM) / this.size.width;
    const down = (clientHeight - 2 * RIM) / this.size.height;
    return Math.max(0.02, Math.min(1.4, across, down));
  }

  private sight(): Rect {
    const { clientWidth, clientHeight } = this.room;
    const [x, y] = this.at.invert([0, 0]);
    return { x, y, width: clientWidth / this.at.k, height: clientHeight / this.at.k };
  }

  private tell(): void {
    this.rested(this.at.k, this.sight());
  }
}

/** Where a sheet begins so that `middle` of it lies in the middle of the stage, as far as that leaves no empty stage beside it. */
function offset(stage: number, sheet: number, middle: number): number {
  if (sheet <= stage - 2 * RIM) return (stage - sheet) / 2;
  return Math.min(RIM, Math.max(stage - RIM - sheet, stage / 2 - middle));
}
