/** Files of loggers, in words. */
import type { ImportPlan, ImportView, SeriesUnit } from '../api/types'
import { level, type TemperatureUnit } from '../units'
import { QUANTITIES } from '../quantities'

export const DELIMITERS: [ImportPlan['partedBy'], string, string][] = [
  ['COMMA', 'commas', ','],
  ['SEMICOLON', 'semicolons', ';'],
  ['TAB', 'tabs', 'tab'],
  ['BAR', 'bars', '|'],
]

export const ORDERS: [ImportPlan['dateOrder'], string][] = [
  ['YEAR_MONTH_DAY', 'year, month, day'],
  ['DAY_MONTH_YEAR', 'day, month, year'],
  ['MONTH_DAY_YEAR', 'month, day, year'],
  ['SINCE_1970', 'seconds since 1970'],
]

export const UNITS: [SeriesUnit, string][] = Object.values(QUANTITIES).flatMap((each) => each.units)

export function reasonSays({ why, example }: ImportView['reasons'][number]): string {
  switch (why) {
    case 'DELIMITER_PARTS_ALIKE':
      return `Parted by ${DELIMITERS.find(([, , sign]) => sign === example)?.[1] ?? 'tabs'}: so most rows have as many cells as each other.`
    case 'COMMA_IN_NUMBERS':
      return `Decimal comma, as in ${example}.`
    case 'POINT_IN_NUMBERS':
      return `Decimal point, as in ${example}.`
    case 'YEAR_FIRST':
      return `The year comes first, as in ${example}.`
    case 'FIRST_PART_OVER_12':
      return `The day comes first: the first part of ${example} can be no month.`
    case 'SECOND_PART_OVER_12':
      return `The month comes first: the second part of ${example} can be no month.`
    case 'TIMES_GO_ON_EVENLY':
      return `Dates like ${example} could be read both ways; this way the times go on evenly.`
    case 'POINTS_IN_DATES':
      return `The day comes first, as is usual where points part a date (${example}).`
    case 'NUMBERS_SINCE_1970':
      return `Times are seconds since 1970, as ${example}.`
    case 'HEADER_SAYS_SO':
      return `The unit as the header says: “${example}”.`
    case 'VALUES_LOOK_LIKE_IT':
      return `No header says what is measured; values about ${example} look like a temperature.`
  }
}

export function doubtSays(doubt: ImportView['doubts'][number]): string {
  switch (doubt) {
    case 'DATE_ORDER':
      return 'Day first or month first? Both can be: look at the dates below, and say so.'
    case 'UNIT':
      return '°C or °F? Both can be.'
    case 'SAME_NAMES':
      return 'Two columns have the same name: say which is which.'
  }
}

/** Why a file is unlikely to be of this chamber. */
export function unlikeSays({ same, middleC }: ImportView['unlike'][number], unit: TemperatureUnit): string {
  return same === null
    ? `About ${level(middleC ?? 0, unit)} is far from this room and from what is wanted here. Is it a log of another chamber, or in another unit?`
    : `These readings are there already: ${same}. Is it a log of that chamber?`
}

/** Why a line could not be used; words of the server that are not known here are told as they are. */
export function badSays(why: string): string {
  const known: Record<string, string> = {
    TOO_SHORT: 'has too few cells',
    NO_TIME: 'has no date and time that can be read',
    LEAPT_OVER: 'is of a time that clocks leapt over',
    NO_NUMBER: 'has no number in',
    FUTURE: 'is of a time that has not come:',
    IMPOSSIBLE: 'has a value that cannot be:',
    TOO_OLD: 'is of a time of which readings are no longer kept:',
    CHANGED: 'has another value than the record has of that moment',
  }
  return known[why] ?? why
}
