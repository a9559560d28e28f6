'use client';
import { AfterStop } from '@/ui/after/AfterStop';
import { BeforeStop } from '@/ui/before/BeforeStop';
import { BriefStop } from '@/ui/brief/BriefStop';
import { FitStop } from '@/ui/fit/FitStop';
import { HandOverStop } from '@/ui/handover/HandOverStop';
import { PlanStop } from '@/ui/plan/PlanStop';
import { SurveyStop } from '@/ui/survey/SurveyStop';
import type { StopId } from '@/core/job/stops';

const VIEWS = {
  brief: BriefStop,
  survey: SurveyStop,
  before: BeforeStop,
  plan: PlanStop,
  fit: FitStop,
  after: AfterStop,
  handover: HandOverStop,
} as const;

export function StopView({ stop }: { stop: StopId }) {
  const View = VIEWS[stop];
  return <View />;
}
