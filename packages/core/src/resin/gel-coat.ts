import { type CatalysedCard, USUAL_PEROXIDE_G_PER_ML } from './systems.js';

/**
 * Gel coat and top coat as they are sold: polyester with pigment, set by a catalyst. Source: generic trade figures; 1 to 2 % of catalyst, 1.2 g/ml, some
 * twenty minutes to gel, tacky to touch after two or three hours.
 */
export const GEL_COAT: CatalysedCard = {
  kind: 'catalysed',
  id: 'gel-coat',
  name: 'Gel coat',
  family: 'polyester',
  resinDensityGPerMl: 1.2,
  potLifeMin: 20,
  minTempC: 15,
  maxTempC: 30,
  sandableHours: 8,
  fullCureHours: 168,
  recoatFromHours: 2,
  recoatUntilHours: 24,
  maxPotG: 1000,
  maxSessionMm: 1,
  catalystMinPercent: 1,
  catalystMaxPercent: 2,
  catalystDensityGPerMl: USUAL_PEROXIDE_G_PER_ML,
  tolerancePercent: 10,
};
