<?php

declare(strict_types=1);

namespace Diastoma\Core\Catalogue;

/** At which steps each limit bites, and on which readings. Found by judging good work by every procedure, and held to that by a test. */
final class Bites
{
    /** Titles of steps, in the order of the work. */
    private const STEPS = [
        'Pressure off', 'Against the order', 'Delivery note', 'Unload and stack', 'Piece by piece', 'Before digging', 'Inspection', 'Sides', 'Width',
        'Bedding', 'Inside, as laid', 'Joints', 'Haunch', 'Beside the pipe', 'Inside, at the crown', 'Tracer wire', 'Over the crown',
        'Inside, at full cover', 'Surface', 'Inside, after 30 days', 'Section', 'People', 'Fill and vent', 'Air', 'Gauge', 'Fitting', 'Kit', 'Ready',
        'Static', 'Gland', 'Faces', 'Break', 'Pipe', 'Saddle', 'Mounted tight', 'Flushing', 'Device on', 'First stab', 'Second cut', 'Second stab', 'Seat',
        'Ends', 'Inner layers', 'Stab A', 'Stab B', 'Chamfer', 'Inner layer', 'Lubricate or dry', 'Conditions', 'Cut out', 'Inspect', 'Sealant', 'Gasket',
        'Lift', 'Spigot', 'Wash', 'Diameters', 'Square cut', 'Marks', 'Left in place', 'Right in place', 'Left bolts', 'Right bolts', 'Wrap', 'In place',
        'Clamp band', 'Fixed side', 'Free side', 'Fins', 'Flange bolts', 'Bolts', 'Service', 'Leak test', 'Filled again', 'Scrape', 'Mark again',
        'Re-round', 'Clean', 'Lay sealant', 'Seat gasket', 'Keep dry', 'Lubricate', 'Align', 'Push home', 'Lock', 'Home?', 'Feeler sweep', 'Deflect',
        'Support', 'Unpack', 'Slide back', 'Seat it', 'Pull together', 'Belts', 'Preheat label', 'Preheat', 'Gap', 'Fusion label', 'Assemble', 'Power',
        'Left label', 'Fuse left', 'Right label', 'Fuse right', 'Restraints', 'Label', 'Fuse', 'Cool', 'Release', 'Look at it', 'Test the branch', 'Tap',
        'Drill', 'Rod released', 'Shut-off proved', 'Sleeve in its setter', 'Sleeve at stop', 'Upper part', 'Seat proved', 'Outlet',
    ];

    /** @var array<string, list<string>> step and readings, as “Step > reading; reading”, by limit */
    private const WHERE = [
        'ef.age.branch_min' => ['Test the branch > Gauge steady, no bubble, no drop anywhere'],
        'ef.age.conditions_min' => ['Conditions > Air temperature at the joint; Pipe surface temperature; Fitting temperature'],
        'ef.age.scraped_min' => ['Scrape > Mean diameter after scraping; All ink gone, right to the marks', 'Restraints > Footprint scraped, all ink gone'],
        'ef.age.wiped_min' => ['Clean > Wiped', 'Unpack > Fitting: wiped; Left fitting: wiped; Right fitting: wiped', 'Restraints > Wiped'],
        'ef.agree.record_s' => [
            'Fuse > Record of the control unit', 'Restraints > Record of the control unit', 'Preheat > Record of the control unit',
            'Fuse left > Record of the control unit', 'Fuse right > Record of the control unit',
        ],
        'ef.ambient.max_c' => ['Conditions > Air temperature at the joint'],
        'ef.ambient.min_c' => ['Conditions > Air temperature at the joint'],
        'ef.branch.least_min' => ['Test the branch > Time wanted'],
        'ef.drying_s' => ['Clean > Dry; Wiped', 'Unpack > Fitting: dry; Fitting: wiped; Left fitting: dry', 'Restraints > Dry; Wiped'],
        'ef.energy.low_percent' => [
            'Fuse > Record of the control unit; Bar code, 24 digits', 'Restraints > Record of the control unit; Bar code, 24 digits',
            'Fuse left > Record of the control unit; Bar code, 24 digits', 'Fuse right > Record of the control unit; Bar code, 24 digits',
        ],
        'ef.gap.large_mm' => ['Scrape > Mean diameter after scraping; Outside diameters'],
        'ef.gap.preheated_mm' => ['Gap > Gap by feeler, from 12 o\'clock'],
        'ef.gap.small_mm' => [
            'Scrape > Mean diameter after scraping; Outside diameters', 'Assemble > Gap by feeler, from 12 o\'clock',
            'Slide back > Gap by feeler, from 12 o\'clock',
        ],
        'ef.gap.small_up_to_dn' => ['Scrape > Mean diameter after scraping; Outside diameters'],
        'ef.generator.efficiency_percent' => ['Power > Generator size; Bar code, 24 digits; Printed fusion voltage'],
        'ef.gouge.share_percent' => ['Inspect > Deepest gouge; Deepest gouge under the fitting', 'Scrape > Thickness of the ribbon'],
        'ef.mean_apart_percent' => ['Diameters > Outside diameters under the base; Circumference, or π × what a pi tape reads'],
        'ef.ovality.mm' => ['Diameters > Outside diameters; Outside diameters under the base'],
        'ef.ovality.percent' => ['Diameters > Outside diameters; Outside diameters under the base'],
        'ef.reference_c' => [
            'Label > The unit shows: time', 'Fuse > Record of the control unit; Printed fusion time; Bar code, 24 digits',
            'Restraints > The unit shows: time; Record of the control unit; Printed fusion time', 'Preheat label > The unit shows: time',
            'Fusion label > The unit shows: time', 'Left label > The unit shows: time',
            'Fuse left > Record of the control unit; Printed fusion time; Bar code, 24 digits', 'Right label > The unit shows: time',
            'Fuse right > Record of the control unit; Printed fusion time; Bar code, 24 digits',
        ],
        'ef.resistance.percent' => [
            'Fuse > Record of the control unit; Bar code, 24 digits', 'Restraints > Record of the control unit; Bar code, 24 digits',
            'Fuse left > Record of the control unit; Bar code, 24 digits', 'Fuse right > Record of the control unit; Bar code, 24 digits',
        ],
        'ef.resistance.step_percent' => [
            'Fuse > Record of the control unit', 'Restraints > Record of the control unit', 'Fuse left > Record of the control unit',
            'Fuse right > Record of the control unit',
        ],
        'ef.saddle.gap_mm' => [
            'Seat it > Under the base by feeler, from 12 o\'clock of the outlet', 'Look at it > Under the base by feeler, from 12 o\'clock of the outlet',
        ],
        'ef.scrape.beyond_stab_mm' => [
            'Marks > Stab mark from the end; Coupler\'s length, end to end; Scrape mark from the end',
            'Mark again > New stab mark from the end; Coupler\'s length, end to end',
        ],
        'ef.scrape.most_percent' => ['Scrape > Mean diameter after scraping; Outside diameters'],
        'ef.scrape.radial_mm' => ['Scrape > Mean diameter after scraping; Outside diameters; Depth the witness lines are scribed to'],
        'ef.spool.centre_mm' => ['Slide back > Off its marks'],
        'ef.spool.gap_max_mm' => ['Cut out > Open length between the cuts; Spool, end to end'],
        'ef.spool.gap_min_mm' => ['Cut out > Open length between the cuts; Spool, end to end'],
        'ef.square.share_percent' => ['Square cut > Out of square'],
        'ef.stab.tolerance_mm' => [
            'Marks > Stab mark from the end; Coupler\'s length, end to end', 'Mark again > New stab mark from the end; Coupler\'s length, end to end',
        ],
        'ef.temperature_apart_k' => ['Conditions > Pipe surface temperature; Fitting temperature'],
        'ef.temperature_difference_k' => ['Conditions > Pipe surface temperature; Fitting temperature'],
        'ef.test_factor' => ['Release > Clamps off; Belts and clamps off', 'Pull together > Pull begun', 'Drill > Drilled through', 'Tap > Cutter through'],
        'ef.time.percent' => [
            'Label > The unit shows: time', 'Fuse > Record of the control unit; Printed fusion time',
            'Restraints > The unit shows: time; Record of the control unit; Printed fusion time', 'Preheat label > The unit shows: time',
            'Fusion label > The unit shows: time', 'Left label > The unit shows: time', 'Fuse left > Record of the control unit; Printed fusion time',
            'Right label > The unit shows: time', 'Fuse right > Record of the control unit; Printed fusion time',
        ],
        'ef.voltage.stop_percent' => [
            'Fuse > Record of the control unit', 'Restraints > Record of the control unit', 'Preheat > Record of the control unit',
            'Fuse left > Record of the control unit', 'Fuse right > Record of the control unit',
        ],
        'ef.voltage.watch_percent' => [
            'Label > The unit shows: voltage', 'Fuse > Record of the control unit', 'Restraints > The unit shows: voltage; Record of the control unit',
            'Preheat label > The unit shows: voltage', 'Preheat > Record of the control unit', 'Fusion label > The unit shows: voltage',
            'Left label > The unit shows: voltage', 'Fuse left > Record of the control unit', 'Right label > The unit shows: voltage',
            'Fuse right > Record of the control unit',
        ],
        'ef.wash.fitting_lengths' => [
            'Wash > Washed length, the shorter end; Coupler\'s length, end to end; Length of the pipe, where it is shorter than the wash',
            'Marks > Stab mark from the end; Coupler\'s length, end to end; Scrape mark from the end',
            'Mark again > New stab mark from the end; Coupler\'s length, end to end',
        ],
        'gs.age.clean_min' => ['Clean > Bell and groove clean; Spigot clean to behind the mark'],
        'gs.age.gasket_min' => ['Gasket > Temperature of the gasket', 'Sealant > Temperature of the sealant'],
        'gs.age.lubricant_min' => [
            'Lubricate > Spread there, all round, and nowhere behind the gasket', 'Keep dry > Spigot, ring and socket dry; Tongue and groove dry',
        ],
        'gs.age.sealant_min' => ['Lay sealant > The sealant lies all round the tongue, its ends overlapping, its paper off'],
        'gs.deflection.planned_deg' => ['Deflect > Joint gap, from 12 o\'clock'],
        'gs.feeler.least_percent' => ['Feeler sweep > Feeler depth, from 12 o\'clock'],
        'gs.feeler.most_percent' => ['Feeler sweep > Feeler depth, from 12 o\'clock'],
        'gs.feeler.tolerance_mm' => ['Feeler sweep > Feeler depth, from 12 o\'clock'],
        'gs.gap.even_mm' => ['Home? > Gap in the joint, from 12 o\'clock'],
        'gs.gap.tolerance_mm' => ['Home? > Gap in the joint, from 12 o\'clock'],
        'gs.gasket.min_c' => ['Gasket > Temperature of the gasket', 'Sealant > Temperature of the sealant'],
        'gs.grade_mm' => ['Align > Off the grade line before pushing, far end', 'Support > Off the grade line after pushing home, far end'],
        'gs.home.tolerance_mm' => ['Home? > Coupling short of the home line; Coupler\'s edge short of the homing mark'],
        'gs.home.visible_mm' => ['Home? > Mark stands clear of the bell by'],
        'gs.mark.tolerance_mm' => ['Spigot > Mark from the end; Second line from the end'],
        'gs.share_percent' => ['Deflect > Joint gap, from 12 o\'clock'],
        'gs.top_mark_deg' => ['Align > Top mark off the crown (0 when round reinforced)'],
        'mc.age.cleaned_min' => [
            'Ends > Clean and descaled, a length of the fitting and more; Side D: Clean and descaled, a length of the fitting and more',
            'Pipe > Clean and descaled, a length of the fitting and more',
        ],
        'mc.age.leak_test_min' => ['Leak test > Soap on every joint, no bubble'],
        'mc.age.lubricant_min' => ['Lubricate or dry > Lubricant used; Side D: Lubricant used'],
        'mc.age.off_min' => ['Pressure off > Pressure left in the line'],
        'mc.agree.pressure_percent' => ['Rod released > Pressure in the main; Working pressure of the line'],
        'mc.bolt.pace_s' => [
            'Bolts > Bolts; Bolts of the saddle', 'Flange bolts > Bolts of the flange', 'Left bolts > Left bolts', 'Right bolts > Right bolts',
            'Saddle > Nuts of the strap',
        ],
        'mc.bolt.scatter_percent' => [
            'Bolts > Bolts; Bolts of the saddle', 'Flange bolts > Bolts of the flange', 'Left bolts > Left bolts', 'Right bolts > Right bolts',
            'Saddle > Nuts of the strap',
        ],
        'mc.bolt.tolerance_percent' => [
            'Bolts > Bolts; Bolts of the saddle', 'Flange bolts > Bolts of the flange', 'Left bolts > Left bolts', 'Right bolts > Right bolts',
            'Saddle > Nuts of the strap',
        ],
        'mc.centring_mm' => ['In place > Centring bolts backed off by'],
        'mc.chamfer_deg' => ['Chamfer > Angle of the chamfer'],
        'mc.chamfer_mm' => ['Chamfer > Length of the chamfer'],
        'mc.cut_mm' => ['Second cut > Cut out, from cut to cut; From the first cut to the far end of the damage'],
        'mc.down_kpa' => ['Pressure off > Pressure left in the line'],
        'mc.face_mm' => [
            'In place > Mark stands clear of the body by', 'Left in place > Mark stands clear of the body by',
            'Right in place > Side C: Mark stands clear of the body by; Side D: Mark stands clear of the body by',
        ],
        'mc.fins_apart_mm' => ['Fins > Distance at the fins, from 12 o\'clock'],
        'mc.flange.parallel_mm' => [
            'In place > Gap between the flanges, from 12 o\'clock', 'Faces > Gap between the flanges, from 12 o\'clock',
            'Gland > Gap between gland and bell, from 12 o\'clock',
        ],
        'mc.gap_mm' => [
            'In place > Gap between the pipe ends; Pipe end to the raised face', 'Cut out > Open length between the cuts; Spool, end to end',
            'Left in place > Gap between the pipe ends', 'Right in place > Gap between the pipe ends',
        ],
        'mc.mark_mm' => ['Marks > Mark from the end; Mark left of the middle of the break; Mark right of the middle of the break'],
        'mc.ovality_percent' => ['Ends > Outside diameters; Side D: Outside diameters', 'Pipe > Outside diameters'],
        'mc.saddle.maximum_nm' => ['Bolts > Bolts of the saddle: torque wrench; Bolts of the saddle; Bolts of the saddle: wrench set to'],
        'mc.square_mm' => ['Chamfer > Out of square'],
        'mc.stab_mm' => [
            'Service > Side S: Stab mark from the end; Side S: Stab mark from the face of the fitting',
            'Stab A > Stab mark from the end; Stab mark from the face of the fitting',
            'Stab B > Stab mark from the end; Stab mark from the face of the fitting',
            'First stab > Stab mark from the end; Stab mark from the face of the fitting',
            'Second stab > Stab mark from the end; Stab mark from the face of the fitting',
        ],
        'mc.tap.hand_n' => ['Rod released > Pressure in the main; Rod held by'],
        'mc.tap.rod_percent' => ['Rod released > Label: Outside diameter of the rod'],
        'mc.turns_apart' => ['Fixed side > Fixed side: nuts', 'Free side > Free side: nuts', 'Clamp band > Clamp band: nuts'],
        'mc.wrap.centred_mm' => ['Wrap > Left mark stands clear of the body by; Right mark stands clear of the body by'],
        'mc.wrench.off_percent' => [
            'Bolts > Bolts; Bolts: wrench set to; Bolts of the saddle', 'Flange bolts > Bolts of the flange; Bolts of the flange: wrench set to',
            'Left bolts > Left bolts; Left bolts: wrench set to', 'Right bolts > Right bolts; Right bolts: wrench set to',
            'Saddle > Nuts of the strap; Nuts of the strap: wrench set to',
        ],
        'tr.age.located_min' => ['Before digging > Services'],
        'tr.agree.depth_percent' => ['Sides > Depth of the trench'],
        'tr.bedding_mm' => ['Sides > Depth of the trench', 'Bedding > Bedding at the start; Bedding in the middle; Bedding at the end'],
        'tr.bedding_most_mm' => ['Bedding > Bedding at the start; Bedding in the middle; Bedding at the end'],
        'tr.buried_m' => ['Sides > Depth of the trench; Ground; Unconfined strength, tsf'],
        'tr.density_percent' => ['Beside the pipe > Layer; Density test', 'Over the crown > Layer; Density test'],
        'tr.grade_mm' => ['Bedding > Off the level of the drawing, the worst place'],
        'tr.heavy_cover_mm' => ['Beside the pipe > Layer', 'Over the crown > Layer'],
        'tr.inspection_h' => ['Inspection > Inspection; Rain, or the ground changed'],
        'tr.ladder_m' => ['Sides > Way to the nearest ladder'],
        'tr.layer_mm' => ['Beside the pipe > Layer', 'Over the crown > Layer'],
        'tr.plant_cover_mm' => ['Beside the pipe > Layer', 'Over the crown > Layer'],
        'tr.plastic_percent' => [
            'Inside, as laid > Place', 'Inside, at the crown > Place; Stiffness class on the pipe, SN; Density test', 'Inside, at full cover > Place',
        ],
        'tr.protect_m' => ['Sides > Depth of the trench; Ground; Unconfined strength, tsf'],
        'tr.rise_percent' => ['Inside, as laid > Place', 'Inside, at the crown > Place', 'Inside, at full cover > Place'],
        'tr.spoil_m' => ['Sides > Spoil back from the edge'],
        'tr.stiffness' => ['Inside, as laid > Stiffness class on the pipe, SN'],
        'tr.wire_mm' => ['Tracer wire > Wire off the pipe'],
        'yd.stack_m' => ['Unload and stack > Height of the stack'],
    ];

    /** @return list<array{step: string, readings: list<string>}> empty where a limit bites on nothing that good work meets */
    public static function of(string $limit): array
    {
        $bites = [];
        foreach (self::all()[$limit] ?? [] as $line) {
            [$step, $readings] = explode(' > ', $line);
            $bites[] = ['step' => $step, 'readings' => $readings === '' ? [] : explode('; ', $readings)];
        }

        return $bites;
    }

    /** @return int where the first step at which a limit bites comes in the work; after all where it bites at none */
    public static function order(string $limit): int
    {
        $at = array_search(self::of($limit)[0]['step'] ?? null, self::STEPS, true);

        return $at === false ? count(self::STEPS) : $at;
    }

    /** @return list<string> */
    public static function steps(): array
    {
        return self::STEPS;
    }

    /** @return array<string, list<string>> */
    public static function all(): array
    {
        return self::WHERE;
    }
}
