-- The labels typed in so far become version 1 of their product sheets. What the old tables did not hold stays unsaid.
-- Row-level security is forced on the owner too, so it steps aside while the owner reads every organisation's rows.
ALTER TABLE product DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE product_ingredient DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE product_rate DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE product_seeding_wait DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE label_version DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
INSERT INTO label_version (org_id, product_id, version, made_by, made_at, sheet)
SELECT p.org_id, p.id, 1, 'Iron Gate', now(), jsonb_build_object(
  'format', 'iron-gate-label/1', 'name', p.name, 'registrationNumber', p.registration_number,
  'labelDate', p.label_date, 'demo', p.demo, 'status', p.status, 'registeredIn', null,
  'signalWord', p.signal_word, 'restrictedUse', p.restricted_use, 'category', null, 'formulation', p.formulation,
  'ingredients', coalesce((
    SELECT jsonb_agg(jsonb_build_object('name', i.name, 'group', i.site_of_action, 'content', trim_scale(i.content),
      'contentUnit', i.content_unit, 'acidEquivalent', null, 'yearLimitLbPerAcre', trim_scale(i.year_limit_lb_per_acre),
      'limitCounts', 'a.i.') ORDER BY i.name)
    FROM product_ingredient i WHERE i.product_id = p.id), '[]'::jsonb),
  'densityLbPerGal', null, 'analysis', null, 'packages', '[]'::jsonb,
  'ppe', p.ppe, 'reentry', p.reentry, 'reentryHours', null, 'cautions', to_jsonb(p.cautions))
  || jsonb_build_object(
  'inSoil', true, 'onLeaf', false, 'reachesBack', p.reaches_back, 'before', '[]'::jsonb, 'after', '[]'::jsonb,
  'wateringIn', CASE WHEN p.water_in_in IS NULL OR p.water_within_days IS NULL THEN NULL
    ELSE jsonb_build_object('inches', trim_scale(p.water_in_in), 'withinDays', p.water_within_days) END,
  'rainFreeHours', null, 'airLeastF', null, 'airMostF', null, 'windMostMph', trim_scale(p.wind_limit_mph),
  'methods', CASE WHEN p.formulation = 'G' THEN '["spreader"]'::jsonb ELSE '["boom","hand gun","backpack"]'::jsonb END,
  'carrier', null, 'surfactantPercent', null, 'tankMix', 'as its label says', 'compatibility', '',
  'setbacks', '[]'::jsonb, 'noMowingDaysBefore', 0, 'noMowingDaysAfter', 0, 'stains', false, 'mixHours', null)
  || jsonb_build_object(
  'rateUnit', p.rate_unit, 'amountUnit', p.amount_unit,
  'rates', coalesce((
    SELECT jsonb_agg(jsonb_build_object('turfs', jsonb_build_array(r.turf), 'uses', '["pre-emergent"]'::jsonb, 'region', null,
      'low', trim_scale(r.low), 'high', trim_scale(r.high), 'months', null, 'yearLimit', null,
      'mostApplications', null, 'intervalDays', null, 'dormancy', 'any') ORDER BY r.turf)
    FROM product_rate r WHERE r.product_id = p.id), '[]'::jsonb),
  'period', p.period, 'yearLimit', trim_scale(p.year_limit), 'mostApplications', null,
  'intervalDays', p.minimum_interval_days,
  'seedingWait', coalesce((
    SELECT jsonb_agg(jsonb_build_object('upTo', trim_scale(w.up_to), 'days', w.days) ORDER BY w.up_to)
    FROM product_seeding_wait w WHERE w.product_id = p.id), '[]'::jsonb),
  'seedlings', null)
FROM product p;--> statement-breakpoint
ALTER TABLE product ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE product_ingredient ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE product_rate ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE product_seeding_wait ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE label_version ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO app_user;--> statement-breakpoint
REVOKE UPDATE, DELETE ON application_record, label_version, stock_move, finding, latch_lift FROM app_user;--> statement-breakpoint
DO $$
DECLARE t record;
BEGIN
  FOR t IN SELECT c.oid::regclass AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
           WHERE n.nspname = 'public' AND c.relrowsecurity LOOP
    EXECUTE format('ALTER TABLE %s FORCE ROW LEVEL SECURITY', t.name);
  END LOOP;
END $$;
