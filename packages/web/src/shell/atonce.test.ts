// @vitest-environment happy-dom
import { enableAutoUnmount, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, nextTick, ref } from 'vue';
import { aFrameLater, AT_ONCE } from './atonce.ts';

const step = ref('water');
const Drawing = defineComponent({
  setup: () => ({ later: aFrameLater(() => step.value), step }),
  template: '<p>{{ step }} {{ later }}</p>',
});

enableAutoUnmount(afterEach);

/** Frames that are asked for, painted by hand. */
let asked = new Map<number, () => void>();
let count = 0;
const paint = async (): Promise<void> => {
  const now = [...asked.values()];
  asked.clear();
  now.forEach((f) => f());
  // its own task, then what it renders
  await new Promise((done) => setTimeout(done, 5));
};

describe('what is drawn a frame later', () => {
  beforeEach(() => {
    step.value = 'water';
    asked = new Map();
    vi.stubGlobal('requestAnimationFrame', (f: () => void) => (asked.set(++count, f), count));
    vi.stubGlobal('cancelAnimationFrame', (id: number) => asked.delete(id));
  });
  afterEach(() => vi.unstubAllGlobals());

  it('stands as it stood until a frame is painted, then takes the last value, once', async () => {
    const page = mount(Drawing);
    step.value = 'need';
    await nextTick();
    step.value = 'store';
    await nextTick();
    expect(page.text()).toBe('store water');
    expect(asked.size).toBe(1);
    await paint();
    expect(page.text()).toBe('store store');
    expect(asked.size).toBe(0);
  });
  it('asks for nothing once it is taken down', async () => {
    const page = mount(Drawing);
    step.value = 'need';
    await nextTick();
    expect(asked.size).toBe(1);
    page.unmount();
    expect(asked.size).toBe(0);
  });
  it('comes at once where all parts do', async () => {
    const page = mount(Drawing, { global: { provide: { [AT_ONCE as symbol]: true } } });
    step.value = 'need';
    await nextTick();
    await nextTick();
    expect(page.text()).toBe('need need');
  });
});
