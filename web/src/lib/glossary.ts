/** Words that keepers asked about, in the order in which they meet them: told under `?` and beside the field. */
export const GLOSSARY = {
  school: 'A way of keeping that is coherent in itself: keepers of the same animal disagree, and two right ways mixed make a wrong one. Choose one and stay with it for a batch.',
  stage: 'A time with needs of its own, such as incubation, lock-down and hatch.',
  'target range': 'The temperatures in which they do well, where they are, and not on the display.',
  'harm limit': 'A temperature and how long it can be borne. Time beyond it adds up to a dose; at a full dose it harms.',
  'works by': 'How its output follows the display: on and off; slices of time; a fan that speeds up; a vent that opens by steps.',
  'set value': 'What the controller aims at, as keyed in. Whether heat stops there, starts there or swings around it is its style.',
  differential: 'How far the display goes from where the output stops to where it comes on again. Hysteresis and dead band are other words for it.',
  'share kept for the intake': 'While the exhaust runs, the intake runs at this part of its speed, so that the room keeps a slight under-pressure.',
  'one reading warms it by': 'A probe that is asked carries a current and warms itself a little. Asked often, it shows too much.',
  'element holds': 'Heat stored in the heater itself. It still comes out after the power is off: the reason why a temperature coasts on.',
  'straight to what stands in it': 'A mat under a tray or a bulb above it warms what it touches or shines on without warming the air first.',
  placement: 'What is warmer or cooler where they are than where the probe hangs.',
  'calibration offset': 'What the controller adds to what its probe says, so that the display agrees with a better thermometer beside it.',
  duty: 'The share of the time that an output is on.',
  'stuck on': 'The relay no longer opens: the output runs whatever is keyed in. The commonest way in which animals die.',
  'second layer': 'Something that still works when the first fails: another thermostat in series, an alarm on its own supply, somebody who looks.',
  rule: 'What is watched for in one series, with a limit and how long it must last. It may raise alarms.',
  'first out': 'Of alarms that have one cause, the one that came first: where to begin to look.',
  'put aside': 'An alarm that nobody is to hear for a while, with a reason and an end. Others call it shelved.',
  chattering: 'Comes and goes again and again. It wants a wider deadband or a longer delay, or its probe is loose.',
} as const

export type Word = keyof typeof GLOSSARY
