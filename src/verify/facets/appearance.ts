import type { Facet, ProbePage } from '../facet.js';
import { RUNNING_TIMERS, type Observation } from '../observation.js';
import { STAGE, STAGE_STYLE } from '../stage.js';
import { Observer } from '../observe.js';
import { comeFromElsewhere } from './come-from.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { HALTING, runSteps, UNHEARD, withSample } from './run-steps.js';
import { still, withoutIndentation } from './still.js';

/**
 * Each sample gives the same picture in every framework of a browser. Here pictures are taken, at the end of each sample; they are
 * compared when those of all frameworks are there (compare-looks.ts).
 */
export const appearance: Facet<SampleData[]> = {
  name: 'appearance',
  title: 'It looks the same in every framework',
  page: 'looking',

  plan(facts) {
    if (facts.samples.length === 0) return { nothing: 'There are no samples.' };
    return allSamples(facts);
  },

  async probe(page, samples) {
    const found: Observation[] = [];
    for (const sample of samples) {
      const observer = new Observer(sample.sample);
      let picture: string | undefined;
      const timersBefore = timersOf(page);
      // What had the focus before, and by what, shows in the ring around what has it then.
      const leave = await comeFromElsewhere(page);
      const stage = page.container();
      stage.style.cssText = STAGE_STYLE;
      const ran = await withSample(
        page,
        sample,
        async (mounted) => {
          await runSteps(page, mounted, sample, UNHEARD);
          await page.park();
          scrollTo(0, 0);
          const indent = withoutIndentation(mounted.element);
          const move = await still(mounted.element);
          picture = await page.picture({ x: 0, y: 0, ...STAGE });
          move();
          indent();
          observer.saw('run it and take a screenshot', `${STAGE.width} × ${STAGE.height}`);
          const timers = timersOf(page) - timersBefore;
          if (timers > 0) observer.saw(RUNNING_TIMERS, String(timers));
        },
        stage,
      );
      leave();
      if (!ran) observer.leave(HALTING);
      // What goes wrong in the page is told by the facet samples.
      page.errors();
      found.push({ ...observer.result(), ...(picture === undefined ? {} : { pictures: { own: picture } }) });
    }
    return found;
  },
};

function timersOf(page: ProbePage): number {
  const { intervals, timeouts } = page.leftovers();
  return intervals + timeouts;
}
