// Drawings on paper, as data and as SVG.
export * from './drawing.ts';
export { escaped, svgOf, type SvgFonts } from './svg.ts';
export { elevation, PERSON_HEIGHT, type Box, type Elevation, type Measure, type ShapeOf } from './elevation.ts';
export * from './profile.ts';
export {
  barsDrawing,
  cutDrawing,
  dotsDrawing,
  standingDrawing,
  stripsDrawing,
  yearDrawing,
  type Bar,
  type CutPart,
  type Standing,
  type Strip,
} from './charts.ts';
export { hillsideDrawing } from './hillside.ts';
export { standDrawing } from './stand.ts';
