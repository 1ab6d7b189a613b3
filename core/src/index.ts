export type { Cadence, Hours } from './alerts/cadence.js';
export { CADENCES, CADENCE_LABEL, nextDue, USUAL_QUIET } from './alerts/cadence.js';
export type { ListingChange, Tellable, ToldNews } from './alerts/change.js';
export { TELLABLE, TELLABLE_LABEL, tellableOf, tellsChange } from './alerts/change.js';
export type { Forecast } from './alerts/forecast.js';
export { forecast } from './alerts/forecast.js';
export type { HoldReason } from './alerts/holdIf.js';
export { heldFor, HOLD_REASON_LABEL, HOLD_REASONS } from './alerts/holdIf.js';
export type { Placeholder } from './alerts/placeholders.js';
export { filledIn, PLACEHOLDERS, unknownPlaceholder } from './alerts/placeholders.js';
export type { HomesTable } from './choice/homesTable.js';
export { homesTable } from './choice/homesTable.js';
export type { Doubt, DoubtKind, HomeToSend } from './choice/lastLook.js';
export { DOUBTS, isBarred, lastLook, overCeiling } from './choice/lastLook.js';
export type { CompFigure, CompGroup, FiguresOfHome } from './comps/averages.js';
export { averagesOf, COMP_FIGURES, COMP_GROUPS, compGroupOf, figuresOfHome } from './comps/averages.js';
export { COMP_MILES, compsSearch } from './comps/around.js';
export type { ComparedHome, GroupOfComps } from './comps/compared.js';
export { FIGURE_HEADS, GROUP_SAID, groupsOf, sayFigure } from './comps/compared.js';
export type { AdjustedPart, AdjustedSale, Effect, PriceModel, PriceRange } from './comps/priceModel.js';
export { ADJUSTED, priceModel, priceRange } from './comps/priceModel.js';
export { ADJUSTMENTS_SAID, adjustmentsOf, effectsOf, sayAdjustment, sayRange, sayWhy } from './comps/sayRange.js';
export type { Likeness, LikenessPart, LikenessWeights } from './comps/likeness.js';
export { LIKENESS_PARTS, likenessOf, likenessParts, USUAL_WEIGHTS } from './comps/likeness.js';
export type { Kernel, SharedKernel } from './engine/kernel.js';
export type { Prices } from './engine/prices.js';
export { plainKernel } from './engine/plainKernel.js';
export { readSnapshot, writeSnapshot } from './engine/snapshot.js';
export { followColumns, shareColumns } from './engine/sharing.js';
export type { SharedColumns } from './engine/sharing.js';
export { wasmKernel } from './engine/wasmKernel.js';
export type {
  Compared,
  ComparedPart,
  ComparedPartName,
  Count,
  Found,
  Marks,
  Part,
  ResultKey,
  ResultSet,
} from './engine/answers.js';
export { Engine } from './engine/engine.js';
export type { Spell } from './history/forSaleSince.js';
export { ANEW_AFTER_DAYS, forSaleSince } from './history/forSaleSince.js';
export type { Contract, HomeHistory, Life, Moment, TaleChange, TaleOfListing } from './history/homeHistory.js';
export { homeHistory } from './history/homeHistory.js';
export { shownMoments } from './history/shownMoments.js';
export type { Guess } from './history/whyBack.js';
export type { LonLat } from './geo/distance.js';
export { METRES_PER_MILE, destination, distance, metresPerDegree } from './geo/distance.js';
export { enclosedBy, figureOf } from './geo/figure.js';
export { inPolygon, inRing } from './geo/inside.js';
export { lengthOf, sayArea, sayDistance, squareMetresOf } from './geo/measures.js';
export { middleOf, moved, resized } from './geo/moved.js';
export { polygonsOf } from './geo/polygons.js';
export { simplified } from './geo/simplified.js';
export type { MapFile, Near } from './geo/surroundings.js';
export { surroundingsOf } from './geo/surroundings.js';
export { selfCrossing } from './geo/crossing.js';
export { cql2Json, cql2Text } from './formats/filter/cql2.js';
export type { ExportedFilter } from './formats/filter/cql2.js';
export { odataFilter } from './formats/filter/odata.js';
export { readCql2 } from './formats/filter/readCql2.js';
export type { FiledBound, ReadBounds } from './formats/boundFile.js';
export { readBoundFile, writeBoundFile } from './formats/boundFile.js';
export { filePieces } from './formats/filePieces.js';
export { readListingFile } from './formats/listingFile.js';
export { guardJson } from './formats/textLimits.js';
export { parcelHeadings, parcelKey, readParcelRow } from './formats/parcelFile.js';
export type { ParcelRow } from './formats/parcelFile.js';
export type { FileField, FileListing, ListingFile, Refusal } from './formats/listingFile.js';
export type { ShownTo } from './listing/audience.js';
export { SELLER_FLAGS, STORED_FIELDS, addressShown, forAudience, mayShow } from './listing/audience.js';
export { factsOf } from './listing/facts.js';
export type { Audience, Field } from './listing/field.js';
export { FIELD_GROUPS, isYear, labelWithin } from './listing/field.js';
export { FIELDS, appliesTo, fieldOf, valueOf } from './listing/fields.js';
export { findFields } from './listing/findFields.js';
export type { Ring } from './outlook/alike.js';
export { ringsAround } from './outlook/alike.js';
export type { Outlook, PriceSpell } from './outlook/outlook.js';
export { outlookOf, priceSpellsOf, shareBy } from './outlook/outlook.js';
export { fallsOf } from './outlook/falls.js';
export type { FallsAlike, Stood, WithinReach } from './outlook/withinReach.js';
export { fallsAlike, withinReach } from './outlook/withinReach.js';
export { priceCeiling } from './search/priceCeiling.js';
export type { PropertyType } from './listing/kinds.js';
export { kindsOf, PROPERTY_TYPES } from './listing/kinds.js';
export { likelyField } from './listing/likelyField.js';
export type { CostAssumptions } from './listing/monthlyCost.js';
export { COST_BOUNDS, USUAL_COST } from './listing/monthlyCost.js';
export type { FieldValue, ListingRecord } from './listing/record.js';
export { bathsOf, endedOn, positionOf, pricePerSquareFootOf, numberIn } from './listing/record.js';
export { recordDifferences } from './listing/recordDifferences.js';
export type { Status } from './listing/status.js';
export { ON_MARKET, STATUSES, STATUS_DATE_FIELD, isAvailable } from './listing/status.js';
export { holderOf } from './listing/storedValue.js';
export type { Holder } from './listing/storedValue.js';
export type { Note } from './search/advice.js';
export { advise } from './search/advice.js';
export type { EvaluationContext } from './search/evaluationContext.js';
export type { Difference } from './search/difference.js';
export { differencesOf } from './search/difference.js';
export type {
  Bound,
  Circle,
  DrawnShape,
  EitherLine,
  EitherMember,
  FieldLine,
  Is,
  Line,
  Order,
  Polygon,
  Search,
  Shape,
  StatusTime,
  TravelTime,
} from './search/document.js';
export { EMPTY_SEARCH, isEither, linesOfMember, mustLines } from './search/document.js';
export { containsDrawn, fits, inReach, judge, standingOf } from './search/evaluate.js';
export type { Loosening } from './search/loosen.js';
export type { Miss } from './search/miss.js';
export type { FitAnswer, FitRow } from './search/fitOf.js';
export { fitOf } from './search/fitOf.js';
export { NEARLY, missOf, sayOpen } from './search/miss.js';
export { amount, dollars, plainNumber } from './search/numbers.js';
export type { Parsed, ParsedValue } from './search/parsed.js';
export { parseValue } from './search/parseValue.js';
export { labelOf, phraseOf, phraseOfIs, sayPeriod } from './search/phrase.js';
export { MOVE_WAYS, PRICE_MOVED, sayMove } from './search/priceMove.js';
export type { MoveWay, PriceMove } from './search/priceMove.js';
export type { Clash, Need, Question, ReadNeed, SearchOfNeeds } from './needs/searchOfNeeds.js';
export { needsBehind, QUESTIONS, readNeed, searchOfNeeds } from './needs/searchOfNeeds.js';
export { findEntries } from './spoken/findEntries.js';
export type { CatalogueEntry } from './spoken/findEntries.js';
export type { SpokenWish } from './spoken/readWish.js';
export { readWish } from './spoken/readWish.js';
export { notToWishBy, withWish } from './search/withWish.js';
export { readSpoken } from './spoken/readSpoken.js';
export type { Spoken } from './spoken/readSpoken.js';
export type { Gazetteer } from './spoken/matcher.js';
export { statusesInReach } from './search/reach.js';
export { areaOf, areaWithin } from './roads/area.js';
export { sayDuration, sayRoadLength, sayStep } from './roads/directions.js';
export { networkOf, readRoads } from './roads/network.js';
export type { RoadFile, RoadNetwork, SpeedProfile } from './roads/network.js';
export type { Journey, Route, Step } from './roads/route.js';
export { routeOf } from './roads/route.js';
export { sayHow, sayPlace } from './roads/sayTravel.js';
export type { Snap } from './roads/snap.js';
export { sweep } from './roads/sweep.js';
export type { Reach } from './roads/sweep.js';
export type { Day, Travel, Way } from './roads/travel.js';
export { WAYS, travelOf } from './roads/travel.js';
export type { TableAsk, TravelTable } from './roads/travelTable.js';
export { tabling } from './roads/travelTable.js';
export type { MadeSweeps } from './roads/travelTimes.js';
export { TravelTimes } from './roads/travelTimes.js';
export { ReverseIndex } from './reverse/reverseIndex.js';
export type { NearMiss, Wanted } from './reverse/reverseIndex.js';
export { SearchProblem } from './search/problem.js';
export { readLine, readSearch } from './search/read.js';
export { isBegun } from './search/parseChoice.js';
export { readShape } from './search/readShape.js';
export { readJourney } from './search/readTravel.js';
export { sayBound, sayMiles, sentenceCase, sentenceOf } from './search/sentence.js';
export { timeTest } from './search/statusTime.js';
export { withParsedValue } from './search/withParsedValue.js';
export type { NewLine } from './search/withParsedValue.js';
export type { NamedTravel } from './search/travels.js';
export { travelsOf } from './search/travels.js';
export { addressFinder, isSameAddress } from './text/addresses.js';
export { isSameStreet } from './text/streets.js';
export { spaced, wordsOf } from './text/words.js';
export type { TimeContext } from './time/period.js';
export { dayNumber, daysOf, instantsOf, isPeriod, today } from './time/period.js';
export type { MapPlace, OnFoot, WalkedTo } from './roads/onFoot.js';
export { onFoot, placesOf, WALKED_TO } from './roads/onFoot.js';
export type { Attention, Reading } from './listening/attention.js';
export { attentionOf } from './listening/attention.js';
export type { JudgedHome, LearnedLine, Split } from './listening/learnedLines.js';
export type { Suggestion } from './listening/suggestions.js';
export { searchOfLooks, suggestionsFor } from './listening/suggestions.js';
export type { Interval } from './figures/proportion.js';
export { learnedLines } from './listening/learnedLines.js';
export type { BestOrder } from './rounds/bestOrder.js';
export { bestOrder } from './rounds/bestOrder.js';
export type { RoundChange } from './rounds/smallestChange.js';
export { smallestChange } from './rounds/smallestChange.js';
export type { BrokenTie } from './rounds/ties.js';
export { brokenTies } from './rounds/ties.js';
export { freeOf } from './showings/busyHours.js';
export type { BusyHours } from './showings/busyHours.js';
export { likelyHours } from './showings/likelyHours.js';
export type { LikelyHours, OfficeAnswer } from './showings/likelyHours.js';
export type { Aim, RoundAsk, RoundBreak, RoundStop, RoundVisit, TimedRound, TimeSpan } from './rounds/round.js';
export { AIMS, timed } from './rounds/round.js';
export type { ShowingRules } from './showings/instructions.js';
export { readInstructions, USUAL_HOURS } from './showings/instructions.js';
export { clockOf } from './time/hour.js';
export { sayMinutes } from './rounds/sayMinutes.js';
export { newsSince } from './shortlists/newsSince.js';
export type { NewsSince } from './shortlists/newsSince.js';
export { MarketLog } from './market/marketLog.js';
export { MOVED, movedHomes, movementOf } from './market/movement.js';
export type { BackGroup, CutBand, Moved, MovedHome, Movement, MoveCounts } from './market/movement.js';
export { movesOf } from './market/moves.js';
export type { MarketChange, MarketTale } from './market/moves.js';
export { besideOf, OVERS, windowOf } from './market/window.js';
export type { Over, Window } from './market/window.js';
