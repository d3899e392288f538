// What every entry of the log has: a day, a time, a note, a photograph, and how it is kept.
import { computed, ref, shallowRef, type Ref } from 'vue';
import { addReading } from '@vernal-slope/plan/diagnose';
import type { ReadingEntry } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { newKey } from '../../session/client.ts';
import { keepPhoto } from '../../session/photos.ts';
import { usePlanPage } from '../../session/planpage.ts';
import { todayText } from '../../session/useBudget.ts';

const two = (n: number): string => String(n).padStart(2, '0');
/** The time by the clock of this place. */
export function nowText(): string {
  const now = new Date();
  return `${two(now.getHours())}:${two(now.getMinutes())}`;
}

export interface Entry {
  readonly date: Ref<string>;
  readonly time: Ref<string>;
  readonly note: Ref<string>;
  readonly photo: Ref<Blob | undefined>;
  readonly fault: Ref<string>;
  /** What of day and time cannot be; empty where all can. */
  readonly wrongTime: () => string;
  /** Keeps an entry; what kept it from being kept is in `fault`, and nothing is lost then. */
  readonly keep: (entry: Omit<ReadingEntry, 'at' | 'id' | 'note' | 'photo'>) => Promise<boolean>;
}

export function useEntry(): Entry {
  const page = usePlanPage();
  const date = ref(todayText());
  const time = ref(nowText());
  const note = ref('');
  const photo = shallowRef<Blob>();
  const fault = ref('');
  const at = computed(() => `${date.value}T${time.value}`);
  const wrongTime = (): string => {
    if (date.value === '') return 'Give the day.';
    return at.value > `${todayText()}T${nowText()}` ? 'That is still to come: give the time at which it was read.' : '';
  };
  async function keep(entry: Omit<ReadingEntry, 'at' | 'id' | 'note' | 'photo'>): Promise<boolean> {
    fault.value = wrongTime();
    if (fault.value !== '') return false;
    const shot = photo.value ? newKey() : undefined;
    if (shot && photo.value && !(await keepPhoto(page.id.value, shot, photo.value))) {
      fault.value = 'This browser keeps no photographs (a private window?). Keep the entry without it.';
      return false;
    }
    const made = {
      ...entry,
      id: newKey(),
      at: at.value,
      ...(note.value ? { note: note.value } : {}),
      ...(shot ? { photo: shot } : {}),
    } as ReadingEntry;
    fault.value = said(page.edit(addReading(made))) ?? '';
    if (fault.value !== '') return false;
    note.value = '';
    photo.value = undefined;
    time.value = nowText();
    return true;
  }
  return { date, time, note, photo, fault, wrongTime, keep };
}
