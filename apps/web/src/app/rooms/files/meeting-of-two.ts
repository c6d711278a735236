import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Clash, Meeting, Whose } from '@squallmark/core/rig';
import { count } from '@squallmark/core/units';
import { Either } from '../../kit/fields/either';

/** What was done on another machine to a rig that is here: what comes in, and what both did, to be decided one by one. */
@Component({
  selector: 'sq-meeting-of-two',
  imports: [Either, MatButtonModule],
  templateUrl: './meeting-of-two.html',
  styleUrl: './meeting-of-two.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeetingOfTwo {
  readonly meeting = input.required<Meeting>();
  /** Whose it is to be at each clash, once all are decided. */
  readonly together = output<Whose[]>();
  protected readonly whose = linkedSignal<Meeting, (Whose | null)[]>({
    source: this.meeting,
    computation: ({ clashes }) => clashes.map(() => null),
  });
  /** What keeps it from being done. */
  protected readonly waits = computed(() => {
    const open = this.whose().filter((w) => w === null).length;
    return open ? `${count(open, 'place')} still to decide.` : '';
  });

  protected sides({ here, there }: Clash): { value: Whose; label: string; text: string }[] {
    return [
      { value: 'here', label: 'As here', text: here.join('; ') },
      { value: 'there', label: 'As in the file', text: there.join('; ') },
    ];
  }

  protected decide(at: number, whose: Whose): void {
    this.whose.update((all) => all.with(at, whose));
  }

  protected done(): void {
    const whose = this.whose();
    if (whose.every((w) => w !== null)) this.together.emit(whose);
  }
}
