import { featurePath, type MapFeature } from '@/core/document';

/** What makes a document's outline read as its panel, in the map's own millimetres. */
export const MapFeatures = ({ features, transform }: { features: MapFeature[]; transform: string }) => (
  <path className="detail" d={features.map(featurePath).join(' ')} transform={transform} />
);
