// @vitest-environment happy-dom
// The controls: what is typed is taken in any unit, refused with a reason, kept, put back; and they have names.
import { mount } from '@vue/test-utils';
import { createPinia, setActivePinia, type Pinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useSettings } from '../display/settings.ts';
import CellText from './CellText.vue';
import ChoiceField from './ChoiceField.vue';
import DateField from './DateField.vue';
import EntryRow from './EntryRow.vue';
import FileField from './FileField.vue';
import NameField from './NameField.vue';
import NumberField from './NumberField.vue';
import QuantityField from './QuantityField.vue';
import TextField from './TextField.vue';
import TickField from './TickField.vue';
import TickRow from './TickRow.vue';

let pinia: Pinia;
beforeEach(() => {
  localStorage.clear();
  pinia = createPinia();
  setActivePinia(pinia);
});

describe('a field of a quantity', () => {
  function make(props: Record<string, unknown> = {}) {
    const commit = vi.fn((): string | undefined => undefined);
    const view = mount(QuantityField, {
      props: { value: 66, field: 'lengthM', label: 'Length', limits: { min: 0.01, max: 1000 }, commit, ...props },
      global: { plugins: [pinia] },
    });
    const input = view.find('input');
    const type = async (text: string, then: 'blur' | 'Enter' | 'Escape' | 'nothing' = 'Enter'): Promise<void> => {
      await input.setValue(text);
      if (then === 'blur') await input.trigger('blur');
      else if (then !== 'nothing') await input.trigger('keydown', { key: then });
      await nextTick();
    };
    const text = (): string => (input.element as HTMLInputElement).value;
    const error = (): string => (view.find('[role=alert]').exists() ? view.find('[role=alert]').text() : '');
    return { view, commit: (props.commit as typeof commit | undefined) ?? commit, input, type, text, error };
  }

  it('is named with its unit, and shows the figure in it', () => {
    const f = make();
    expect(f.input.attributes('aria-label')).toBe('Length, m');
    expect(f.text()).toBe('66');
  });
  it('shows and takes feet when the person reads in feet', async () => {
    useSettings().units = 'us';
    const f = make();
    expect(f.input.attributes('aria-label')).toBe('Length, ft');
    // 66 m over 0.3048 m to the foot
    expect(Number(f.text())).toBeCloseTo(216.54, 2);
    await f.type('100');
    expect(f.commit).toHaveBeenCalledWith(30.48);
  });
  it('takes another unit that is typed with the figure', async () => {
    const f = make();
    await f.type('200 ft');
    expect(f.commit).toHaveBeenLastCalledWith(60.96);
    await f.type('1200 mm');
    expect(f.commit).toHaveBeenLastCalledWith(1.2);
  });
  it('commits in the unit of the plan: litres and kilopascals, not cubic metres and pascals', async () => {
    const litres = make({ value: 200, field: 'fireReserveL', limits: undefined });
    await litres.type('1 m³');
    expect(litres.commit).toHaveBeenLastCalledWith(1000);
    const kpa = make({ value: 100, field: 'minimumPressureKPa', limits: undefined });
    await kpa.type('20 psi');
    // 6.894757 kPa to the psi
    expect(kpa.commit).toHaveBeenLastCalledWith(137.8951);
  });
  it('has its limits in SI, whatever unit the plan keeps', async () => {
    const litres = make({ value: 5, field: 'litresPerHeadPerDay', limits: { min: 0, max: 1 } });
    await litres.type('70');
    expect(litres.error()).toBe('');
    expect(litres.commit).toHaveBeenLastCalledWith(70);
    await litres.type('1001');
    expect(litres.error()).toMatch(/1,000/);
    const boards = make({ value: 38, field: 'deckMm', limits: { min: 0.01, max: 0.3 } });
    await boards.type('45');
    expect(boards.commit).toHaveBeenLastCalledWith(45);
    await boards.type('5');
    expect(boards.error()).toMatch(/10/);
  });
  it('refuses what is no figure, says so, keeps what was typed, and is put back by Escape', async () => {
    const f = make();
    await f.type('up the hill');
    expect(f.commit).not.toHaveBeenCalled();
    expect(f.error()).not.toBe('');
    expect(f.text()).toBe('up the hill');
    expect(f.input.attributes('aria-invalid')).toBe('true');
    expect(f.view.find(`#${f.input.attributes('aria-describedby')}`).text()).toBe(f.error());
    await f.input.trigger('keydown', { key: 'Escape' });
    expect(f.text()).toBe('66');
    expect(f.error()).toBe('');
  });
  it.each([
    ['past its limit', '2000'],
    ['a unit of another kind', '5 kPa'],
    ['nothing', ''],
  ])('refuses %s', async (_, typed) => {
    const f = make();
    await f.type(typed);
    expect(f.commit).not.toHaveBeenCalled();
    expect(f.error()).not.toBe('');
  });
  it('says why the plan refuses, and tells its form that it is wrong', async () => {
    const f = make({ commit: vi.fn(() => 'A tank stands there: choose another place.') });
    await f.type('70');
    expect(f.error()).toBe('A tank stands there: choose another place.');
    expect(f.view.emitted('wrong')).toEqual([[true]]);
  });
  it('goes on to the next cell by Enter, back by Shift and Enter, and stays where it is wrong', async () => {
    const f = make();
    await f.type('70');
    await f.input.trigger('keydown', { key: 'Enter', shiftKey: true });
    expect(f.view.emitted('next')).toEqual([[false], [true]]);
    await f.type('no');
    expect(f.view.emitted('next')).toHaveLength(2);
  });
  it('commits on leaving, and not at all where nothing was changed', async () => {
    const f = make();
    await f.input.trigger('blur');
    await f.type('66', 'blur');
    expect(f.commit).not.toHaveBeenCalled();
    await f.type('67', 'blur');
    expect(f.commit).toHaveBeenCalledTimes(1);
  });
  it('commits with each key where it is live', async () => {
    const f = make({ live: true });
    await f.type('7', 'nothing');
    await f.type('70', 'nothing');
    expect(f.commit.mock.calls).toEqual([[7], [70]]);
  });
  it('follows an undo: what was wrong is past', async () => {
    const f = make();
    await f.type('nonsense');
    await f.view.setProps({ value: 50 });
    expect(f.text()).toBe('50');
    expect(f.error()).toBe('');
  });
  it('does not lose what is being typed when the plan changes elsewhere', async () => {
    const f = make();
    await f.type('7', 'nothing');
    await f.view.setProps({ value: 66.5 });
    expect(f.text()).toBe('7');
  });
  it('may be left empty, or emptied, where it says so', async () => {
    const optional = make({ value: undefined, optional: true });
    await optional.type('', 'blur');
    expect(optional.error()).toBe('');
    const clear = vi.fn();
    const emptied = make({ clear });
    await emptied.type('', 'blur');
    expect(clear).toHaveBeenCalledTimes(1);
    expect(emptied.commit).not.toHaveBeenCalled();
  });
  it('shows the sign of a rise', () => {
    expect(make({ value: 2.5, field: undefined, quantity: 'rise', signed: true }).text()).toBe('+2.50');
    expect(make({ value: -2.5, field: undefined, quantity: 'rise', signed: true }).text()).toMatch(/^[-−]2\.50$/);
  });
  it('leaves keys with Alt or Ctrl to the page', async () => {
    const f = make();
    await f.input.setValue('70');
    await f.input.trigger('keydown', { key: 'Enter', altKey: true });
    expect(f.commit).not.toHaveBeenCalled();
  });
});

describe('a bare number', () => {
  function make(props: Record<string, unknown> = {}) {
    const view = mount(NumberField, {
      props: { value: 20, label: 'Heads', min: 0, max: 100_000, whole: true, ...props },
      attrs: { 'data-test': 'heads' },
      global: { plugins: [pinia] },
    });
    const input = view.find('input');
    const type = async (text: string): Promise<void> => {
      await input.trigger('focus');
      await input.setValue(text);
      await input.trigger('change');
      await input.trigger('blur');
      await nextTick();
    };
    return { view, input, type };
  }
  it('is named, carries its mark on the field itself, and takes a number', async () => {
    const f = make();
    expect(f.input.attributes('aria-label')).toBe('Heads');
    expect(f.input.attributes('data-test')).toBe('heads');
    await f.type('25');
    expect(f.view.emitted('update:value')).toEqual([[25]]);
  });
  it('refuses half a head and a herd without end, with the numbers that can be', async () => {
    const f = make();
    await f.type('2.5');
    expect(f.view.find('[role=alert]').text()).toBe('2.5 cannot be: give a whole number from 0 to 100,000.');
    await f.type('1234567');
    expect(f.view.find('[role=alert]').text()).toBe('1,234,567 cannot be: give a whole number from 0 to 100,000.');
    await f.type('-3');
    expect(f.view.find('[role=alert]').text()).toBe('−3 cannot be: give a whole number from 0 to 100,000.');
    expect(f.view.emitted('update:value')).toBeUndefined();
    const described = f.input.attributes('aria-describedby');
    expect(f.view.find(`#${described}`).text()).toContain('cannot be');
  });
  it('refuses words, and takes a number as people write it', async () => {
    const f = make();
    await f.type('a few');
    expect(f.view.find('[role=alert]').text()).toBe('“a few” cannot be: give a number from 0 to 100,000.');
    expect(f.view.emitted('update:value')).toBeUndefined();
    expect(f.input.element.value).toBe('20');
    await f.type('1,250');
    expect(f.view.emitted('update:value')?.at(-1)).toEqual([1250]);
    const share = make({ whole: false, max: 2 });
    await share.type('0,85');
    expect(share.view.emitted('update:value')?.at(-1)).toEqual([0.85]);
  });
  it('forgets the reason when it is gone back to, or the value changes', async () => {
    const f = make();
    await f.type('-1');
    await f.view.setProps({ value: 21 });
    expect(f.view.find('[role=alert]').exists()).toBe(false);
    await f.type('-1');
    await f.input.trigger('focus');
    expect(f.view.find('[role=alert]').exists()).toBe(false);
  });
  it('names an open range', async () => {
    const f = make({ max: undefined, whole: false });
    await f.type('-1');
    expect(f.view.find('[role=alert]').text()).toBe('−1 cannot be: give a number from 0 up.');
  });
});

describe('words', () => {
  it('a name is taken on leaving, never empty, put back by Escape', async () => {
    const view = mount(NameField, { props: { value: 'Byre trough', label: 'Name' } });
    const input = view.find('input');
    await input.setValue('  Low byre ');
    await input.trigger('blur');
    expect(view.emitted('change')).toEqual([['Low byre']]);
    await input.setValue('   ');
    await input.trigger('blur');
    expect(input.element.value).toBe('Byre trough');
    await input.setValue('Another');
    await input.trigger('keydown', { key: 'Escape' });
    expect(input.element.value).toBe('Byre trough');
    expect(view.emitted('change')).toHaveLength(1);
  });
  it('a cell of the walk goes on by Enter', async () => {
    const view = mount(CellText, { props: { value: 'bog', label: 'Ground of leg 1', longest: 10 } });
    await view.find('input').setValue('rock');
    expect(view.emitted('change')).toEqual([['rock']]);
    await view.find('input').trigger('keydown', { key: 'Enter' });
    expect(view.emitted('next')).toHaveLength(1);
    expect(view.find('input').attributes('maxlength')).toBe('10');
  });
  it('what is typed stands there until it is left, though nobody takes it letter by letter', async () => {
    const view = mount(TextField, { props: { value: 'currants', label: 'What grows' } });
    const input = view.find('input');
    await input.setValue('currants and peas');
    await nextTick();
    await nextTick();
    expect(input.element.value).toBe('currants and peas');
    await input.trigger('change');
    expect(view.emitted('change')?.at(-1)).toEqual(['currants and peas']);
    await view.setProps({ value: 'peas' });
    expect(input.element.value).toBe('peas');
    view.unmount();
  });
  it('a note has a name, a limit and its mark', async () => {
    const view = mount(TextField, {
      props: { value: '', label: 'Why', longest: 500, rows: 3 },
      attrs: { 'data-test': 'why' },
    });
    const area = view.find('textarea');
    expect(area.attributes()).toMatchObject({ 'aria-label': 'Why', maxlength: '500', 'data-test': 'why' });
    await area.setValue('lambs');
    expect(view.emitted('update:value')).toEqual([['lambs']]);
  });
});

describe('a choice', () => {
  const options = [
    { value: 'drip', label: 'Drip' },
    { value: 'can', label: 'Watering can' },
  ];
  it('under a finger is the browser’s own list', async () => {
    vi.resetModules();
    vi.stubGlobal('matchMedia', () => ({ matches: true, addEventListener: () => undefined }));
    const { default: Fresh } = await import('./ChoiceField.vue');
    vi.unstubAllGlobals();
    const view = mount(Fresh, { props: { value: null, options, label: 'Watered by', placeholder: 'choose' } });
    const list = view.find('select');
    expect(list.attributes('aria-label')).toBe('Watered by');
    expect(list.findAll('option').map((o) => o.text())).toEqual(['choose', 'Drip', 'Watering can']);
    expect(list.element.value).toBe('-1');
    await list.setValue('1');
    expect(view.emitted('update:value')).toEqual([['can']]);
  });
  it('with a mouse is the library’s: a screen reader hears what it is, its name, its value, whether it lies open', async () => {
    const view = mount(ChoiceField, {
      props: { value: 'drip', options, label: 'Watered by' },
      attachTo: document.body,
    });
    expect(view.find('select').exists()).toBe(false);
    const frame = view.find('[role=combobox]');
    expect(frame.attributes()).toMatchObject({
      'aria-label': 'Watered by',
      'aria-haspopup': 'listbox',
      'aria-expanded': 'false',
      tabindex: '0',
    });
    expect(frame.text()).toContain('Drip');
    await frame.trigger('click');
    expect(frame.attributes('aria-expanded')).toBe('true');
    await view.setProps({ label: 'How it is watered' });
    expect(frame.attributes('aria-label')).toBe('How it is watered');
    view.unmount();
  });
});

describe('yes or no, days, files', () => {
  it('a tick tells its new state', async () => {
    const view = mount(TickField, { props: { checked: false }, slots: { default: 'rain reaches it' } });
    expect(view.find('[role=checkbox]').attributes('aria-checked')).toBe('false');
    await view.find('[role=checkbox]').trigger('click');
    expect(view.emitted('update:checked')).toEqual([[true]]);
    const row = mount(TickRow, { props: { checked: true, label: 'It is covered' } });
    expect(row.text()).toBe('It is covered');
    await row.find('[role=checkbox]').trigger('click');
    expect(row.emitted('tick')).toEqual([[false]]);
  });
  it('a day is the browser’s own field', async () => {
    const view = mount(DateField, { props: { value: '2026-05-04', label: 'Day of the test' } });
    expect(view.find('input').attributes()).toMatchObject({ type: 'date', 'aria-label': 'Day of the test' });
    await view.find('input').setValue('2026-06-01');
    expect(view.emitted('update:value')).toEqual([['2026-06-01']]);
  });
  it('a file can be chosen twice', async () => {
    const view = mount(FileField, { props: { label: 'A track', accept: '.gpx' } });
    const input = view.find('input').element;
    const file = new File(['<gpx/>'], 'walk.gpx');
    for (let k = 0; k < 2; k++) {
      Object.defineProperty(input, 'files', { value: [file], configurable: true });
      await view.find('input').trigger('change');
    }
    expect(view.emitted('file')).toEqual([[file], [file]]);
  });
});

describe('a row of a form', () => {
  it('names its field and shows the note under it', async () => {
    const commit = vi.fn(() => undefined);
    const view = mount(EntryRow, {
      props: { label: 'Fire reserve', value: 500, field: 'fireReserveL', note: 'ask the brigade', commit },
      global: { plugins: [pinia] },
    });
    expect(view.find('input').attributes('aria-label')).toBe('Fire reserve, L');
    expect(view.text()).toContain('ask the brigade');
    await view.find('input').setValue('800');
    await view.find('input').trigger('blur');
    expect(commit).toHaveBeenCalledWith(800);
  });
});
