//! Runs every reference case through the core's public functions, group by group.
//!
//! A harness of its own, so that the counts are printed whether it passes or not.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic, missing_docs)]

use std::{collections::BTreeMap, fmt::Write as _, path::PathBuf, process::ExitCode};

use ink_lamp_light::{
    ambient,
    color::{self, Chromaticity},
    field::{self, DVec3, Emitter, Front, Honeycomb, Outline, Surfaces},
    lens::{self, SensorSize},
    measure::{Amperes, Degrees, HalfAngle, Kelvin, Meters, Micrometres, Millimetres, Mired, Seconds, Volts, WattHours, WattSeconds},
    meter::{self, Receptor},
    ratio::{Convention, Ratio, lit_over_shadow, lit_over_shadow_with_spill},
    scale::{
        Aperture, Ev, Ev100, IncidentConstant, Iso, Luminance, LuminousExposure, Lux, MeterDisplay, Reflectance, ReflectedConstant, Series,
        ShutterTime, Stops, black_from, camera_equation, grey_code, grey_linear, grey_srgb, implied_reflectance, linear_of_code_limit,
    },
    shape::Beam,
    shutter::{self, Bulb, BulbSync, Curtains, Delay, ExponentialPulse, Leaf, MetresPerSecond},
    sight,
    strobe::{energy, guide},
};
use serde_json::{Map, Value, json};

type Answer = Result<Vec<(String, Value)>, String>;

fn main() -> ExitCode {
    let arguments: Vec<String> = std::env::args().skip(1).collect();
    if arguments.iter().any(|a| a == "--list") {
        println!("reference: test");
        return ExitCode::SUCCESS;
    }
    if arguments.iter().any(|a| !a.starts_with('-') && !"reference".contains(a.as_str())) {
        return ExitCode::SUCCESS;
    }
    let folder = std::env::var_os("INK_LAMP_REFERENCE")
        .map_or_else(|| PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("tests/data/reference"), PathBuf::from);
    match run(&folder) {
        Ok(0) => ExitCode::SUCCESS,
        Ok(_) => ExitCode::FAILURE,
        Err(message) => {
            println!("reference: {message}");
            ExitCode::FAILURE
        }
    }
}

#[derive(Default)]
struct Count {
    passed: usize,
    failed: usize,
    not_yet: usize,
}

fn run(folder: &std::path::Path) -> Result<usize, String> {
    let mut files: Vec<PathBuf> = std::fs::read_dir(folder)
        .map_err(|e| format!("{}: {e}", folder.display()))?
        .filter_map(|f| f.ok().map(|f| f.path()))
        .filter(|p| p.extension().is_some_and(|e| e == "json"))
        .collect();
    files.sort();
    let mut groups: BTreeMap<(u64, String), Count> = BTreeMap::new();
    let mut failures = String::new();
    for file in &files {
        let text = std::fs::read_to_string(file).map_err(|e| format!("{}: {e}", file.display()))?;
        let document: Value = serde_json::from_str(&text).map_err(|e| format!("{}: {e}", file.display()))?;
        let cases = document["cases"].as_array().ok_or_else(|| format!("{}: no cases", file.display()))?;
        for case in cases {
            let group = case["group"].as_str().unwrap_or("?").to_owned();
            let count = groups.entry((case["topic"].as_u64().unwrap_or(0), group.clone())).or_default();
            let Some(answer) = answer(&group, &Inputs(&case["inputs"]), &case["expected"]) else {
                count.not_yet += 1;
                continue;
            };
            match answer.and_then(|got| compare(case, &got)) {
                Ok(()) => count.passed += 1,
                Err(why) => {
                    count.failed += 1;
                    writeln!(failures, "FAILED {}: {why}", case["id"].as_str().unwrap_or("?")).unwrap();
                }
            }
        }
    }
    let (mut passed, mut failed, mut not_yet) = (0, 0, 0);
    for ((topic, group), count) in &groups {
        println!("{topic} {group}: {} passed / {} failed / {} not yet", count.passed, count.failed, count.not_yet);
        passed += count.passed;
        failed += count.failed;
        not_yet += count.not_yet;
    }
    print!("{failures}");
    if passed + failed + not_yet == 0 {
        return Err(format!("{} holds no cases", folder.display()));
    }
    let word = if failed == 0 { "ok" } else { "FAILED" };
    println!("\ntest result: {word}. {passed} passed; {failed} failed; {not_yet} ignored; 0 measured; 0 filtered out\n");
    Ok(failed)
}

/// What went in, by name.
struct Inputs<'a>(&'a Value);

impl Inputs<'_> {
    fn value(&self, name: &str) -> Result<&Value, String> {
        self.0.get(name).and_then(|v| v.get("value")).ok_or_else(|| format!("no input {name}"))
    }

    fn number(&self, name: &str) -> Result<f64, String> {
        number(self.value(name)?).ok_or_else(|| format!("input {name} is no number"))
    }

    fn marking(&self, name: &str) -> Result<String, String> {
        Ok(marking(self.value(name)?))
    }

    fn stops(&self, name: &str) -> Result<Stops, String> {
        Stops::new(self.number(name)?).map_err(|e| e.to_string())
    }

    fn list(&self, name: &str) -> Result<&Vec<Value>, String> {
        self.value(name)?.as_array().ok_or_else(|| format!("input {name} is no list"))
    }
}

fn number(value: &Value) -> Option<f64> {
    match value.as_str() {
        Some("inf") => Some(f64::INFINITY),
        Some("-inf") => Some(f64::NEG_INFINITY),
        Some(text) => text.parse().ok(),
        None => value.as_f64(),
    }
}

fn marking(value: &Value) -> String {
    value.as_str().map_or_else(|| value.to_string(), str::to_owned)
}

/// A number as JSON, infinities as the cases write them.
fn j(value: f64) -> Value {
    if value == f64::INFINITY {
        json!("inf")
    } else if value == f64::NEG_INFINITY {
        json!("-inf")
    } else {
        json!(value)
    }
}

fn said<T>(result: Result<T, ink_lamp_light::refusal::Refusal>) -> Result<T, String> {
    result.map_err(|e| e.to_string())
}

fn out<const N: usize>(pairs: [(&str, Value); N]) -> Answer {
    Ok(pairs.into_iter().map(|(n, v)| (n.to_owned(), v)).collect())
}

fn series(inputs: &Inputs) -> Result<Series, String> {
    match inputs.marking("scale")?.as_str() {
        "full" => Ok(Series::Full),
        "half" => Ok(Series::Half),
        "third" => Ok(Series::Third),
        other => Err(format!("series {other}")),
    }
}

/// A marking as the number that is printed on it.
fn printed(text: &str) -> f64 {
    text.split_once('/').map_or_else(|| text.parse().unwrap(), |(a, b)| a.parse::<f64>().unwrap() / b.parse::<f64>().unwrap())
}

/// A printed ISO, also one that is not in the third-stop series.
fn iso(inputs: &Inputs, name: &str) -> Result<Iso, String> {
    said(Iso::parse(&inputs.marking(name)?))
}

/// The core's answer to a case; none for groups it does not know.
fn answer(group: &str, i: &Inputs, expected: &Value) -> Option<Answer> {
    Some(match group {
        "nominal_fnumber_full" | "nominal_fnumber_half" | "nominal_fnumber_third" => nominal_aperture(i),
        "nominal_time_full" | "nominal_time_half" | "nominal_time_third" => nominal_time(i),
        "nominal_iso_full" | "nominal_iso_half" | "nominal_iso_third" => nominal_iso(i),
        "meter_tenths" => meter_tenths(i, expected),
        "meter_display" => meter_display(i),
        "fnumber_to_display" => fnumber_to_display(i),
        "tenth_to_third" => tenth_to_third(i),
        "ev_lux" => ev_lux(i),
        "lux_to_ev" => lux_to_ev(i),
        "luminance_to_ev" => luminance_to_ev(i),
        "flash_lux_seconds" => flash_lux_seconds(i),
        "camera_equation_constants" => camera_constants(i),
        "ev_table" => ev_table(i),
        "aperture_from_ev" => aperture_from_ev(i),
        "sum_of_lights" => sum_of_lights(i),
        "sum_of_markings" => sum_of_markings(i),
        "n_equal_or_n_pops" => n_pops(i),
        "ratio_from_stops" => ratio_from_stops(i),
        "stops_from_ratio" => stops_from_ratio(i),
        "ratio_with_spill" => ratio_with_spill(i),
        "percent_flash" => percent_flash(i),
        "percent_flash_from_total" => percent_flash_from_total(i),
        "ambient_added" => ambient_added(i),
        "mixed_exposure" => mixed_exposure(i),
        "shutter_for_ambient_level" => shutter_for_level(i),
        "grey_code" | "patch_code" => grey(i),
        "black_threshold" => black_threshold(i),
        "inverse_square" => inverse_square(i),
        "gn_aperture" => gn_aperture(i),
        "gn_distance" => gn_distance(i),
        "gn_units" => out([("GN_ft", j(i.number("GN_m").unwrap_or(f64::NAN) / guide::FOOT))]),
        "gn_power_fraction" => gn_power(i),
        "gn_candela_seconds" => gn_candela_seconds(i),
        "gn_feet_constant" => out([("C", j(guide::constant_of_feet(i.number("K_ft").unwrap_or(f64::NAN))))]),
        "watt_seconds_estimate" => watt_seconds(i),
        "energy_stops" => energy_stops(i),
        "receptor_response" => receptor_response(i),
        "dome_pointing" => dome_pointing(i),
        "key_only_loss" => key_only_loss(i),
        "recycle_current" => recycle_current(i),
        "circuit_load" => circuit_load(i),
        "battery_pops" => battery_pops(i),
        "capacitor_energy" => capacitor_energy(i),
        "focal_plane_black" => focal_plane_black(i),
        "flash_duration_exponential" => flash_duration(i),
        "flash_duration_truncated" => cut_pulse(i),
        "tail_clipping" => tail_clipping(i),
        "leaf_tail_clipping" => leaf_tail(i),
        "hss_loss" => high_speed_loss(i),
        "sync_time_needed" => {
            seconds(i, "pulse").and_then(|pulse| out([("t_min", j(curtains(i, "latency", "curtain_travel")?.needs(pulse)))]))
        }
        "bulb_table" => bulb_table(i),
        "bulb_interpolated" => seconds(i, "shutter").and_then(|t| out([("GN", j(shutter::table_guide(t)))])),
        "bulb_pulse_model" => bulb_pulse(i),
        "blur_subject" => speed(i).and_then(|v| out([("blur", j(shutter::blur(v, seconds(i, "t")?)))])),
        "apex_blur" => apex_blur(i),
        "fall_blur" => fall_blur(i),
        "pixel_blur" => pixel_blur(i),
        "flash_blur" => flash_blur(i),
        "ambient_ghost" => ambient_ghost(i),
        "mired_shift" => mired_shift(i),
        "gel" => gel(i),
        "planck_chromaticity" => planck(i),
        "daylight_chromaticity" => daylight(i),
        "mixture_cct" => mixture(i),
        "white_balanced_patch" => balanced_patch(i),
        "depth_of_field" => depth_of_field(i),
        "circle_of_confusion" => circle(i),
        "airy" => airy(i),
        "bellows" => bellows(i),
        "rect_on_axis"
        | "rect_off_axis_parallel"
        | "rect_off_axis_facing"
        | "rect_feathered"
        | "rect_tilted_receiver"
        | "rect_behind"
        | "rect_general"
        | "disc_on_axis"
        | "disc_off_axis_parallel"
        | "disc_tilted" => area_source(i),
        "rect_limits" => rectangle_limit(i),
        "five_times_rule" => five_times(i),
        "fall_off" => fall_off(i),
        "flux_normalised" => flux_normalised(i),
        "beam_cos_n" => beam(i),
        "beam_wall" => beam_wall(i),
        "grid" => grid(i),
        "room_indirect" => room_indirect(i),
        "room_effect_on_ratio" => room_effect(i),
        "room_floor_for_one_light" => room_floor(i),
        "catch_light" => catch_light(i),
        "catch_light_size" => {
            let width = |n| i.number(n);
            out([("image_width", j(sight::image_width(width("source_width").ok()?, width("distance").ok()?, width("R").ok()?)))])
        }
        "half_vector" => half_vector(i),
        "in_field" => in_field(i),
        "penumbra" => penumbra(i),
        _ => return None,
    })
}

fn vector(i: &Inputs, name: &str) -> Result<DVec3, String> {
    let at = |n: usize| i.list(name)?.get(n).and_then(Value::as_f64).ok_or_else(|| format!("input {name}"));
    Ok(DVec3::new(at(0)?, at(1)?, at(2)?))
}

fn rectangle_on_axis(width: f64, height: f64, d: f64) -> f64 {
    Front::new(DVec3::Z * d, DVec3::NEG_Z, DVec3::Y, Outline::Rectangle { width, height }).per_luminance(DVec3::ZERO, DVec3::Z)
}

fn disc_on_axis(radius: f64, d: f64) -> f64 {
    Front::new(DVec3::Z * d, DVec3::NEG_Z, DVec3::Y, Outline::Disc { radius }).per_luminance(DVec3::ZERO, DVec3::Z)
}

fn area_source(i: &Inputs) -> Answer {
    let outline = match i.marking("shape")?.as_str() {
        "rectangle" => Outline::Rectangle { width: i.number("width")?, height: i.number("height")? },
        _ => Outline::Disc { radius: i.number("radius")? },
    };
    let front = Front::new(vector(i, "source_centre")?, vector(i, "source_axis")?, vector(i, "source_up")?, outline);
    let (point, normal, l) = (vector(i, "receiver_point")?, vector(i, "receiver_normal")?, i.number("L")?);
    let (area, small) = (l * front.per_luminance(point, normal), l * front.per_luminance_of_point(point, normal));
    out([("E", j(area)), ("E_point_approx", j(small)), ("area_minus_point", j((area / small).log2()))])
}

fn rectangle_limit(i: &Inputs) -> Answer {
    out([("E", j(i.number("L")? * rectangle_on_axis(i.number("width")?, i.number("height")?, i.number("d")?)))])
}

fn five_times(i: &Inputs) -> Answer {
    let (short, d) = (i.number("short_over_long")?, i.number("distance_over_largest_dimension")?);
    let (area, exact) = match i.marking("shape")?.as_str() {
        "rectangle" => (short, rectangle_on_axis(1.0, short, d)),
        _ => (std::f64::consts::PI / 4.0, disc_on_axis(0.5, d)),
    };
    let point = area / (d * d);
    out([
        ("E_area_over_E_point", j(exact / point)),
        ("point_formula_overestimates_by", j(point / exact - 1.0)),
        ("stops", j((point / exact).log2())),
    ])
}

fn fall_off(i: &Inputs) -> Answer {
    let (w, h, d1, d2) = (i.number("width")?, i.number("height")?, i.number("d1")?, i.number("d2")?);
    let radius = (w * h / std::f64::consts::PI).sqrt();
    out([
        ("point", j(2.0 * (d2 / d1).log2())),
        ("disc_equal_area", j((disc_on_axis(radius, d1) / disc_on_axis(radius, d2)).log2())),
        ("rectangle", j((rectangle_on_axis(w, h, d1) / rectangle_on_axis(w, h, d2)).log2())),
    ])
}

fn flux_normalised(i: &Inputs) -> Answer {
    let (flux, d) = (i.number("flux")?, i.number("d")?);
    let front = |outline| Front::new(DVec3::Z * d, DVec3::NEG_Z, DVec3::Y, outline);
    let box_ = front(Outline::Rectangle { width: i.number("width")?, height: i.number("height")? });
    let lux = |front| flux * Emitter::new(front, 1.0, None).lux_per_lumen(DVec3::ZERO, DVec3::Z);
    out([("L", j(flux / (std::f64::consts::PI * box_.area()))), ("E_on_axis", j(lux(box_))), ("E_point", j(lux(front(Outline::Point))))])
}

fn beam(i: &Inputs) -> Answer {
    let n = Beam::HalfAngle(said(HalfAngle::new(i.number("half_angle_50")?))?).exponent();
    out([
        ("n", j(n)),
        ("half_angle_10", j(field::half_angle_at(0.1, n).to_degrees())),
        ("flux_total", j(field::flux_of(i.number("I0")?, n))),
        ("flux_fraction_inside_half_angle", j(field::flux_inside(i.number("half_angle_50")?.to_radians(), n))),
        ("half_angle_of_illuminance_on_flat_wall", j(field::wall_half_angle(n).to_degrees())),
    ])
}

fn beam_wall(i: &Inputs) -> Answer {
    let (n, d) = (i.number("n")?, i.number("d")?);
    let lamp = Emitter::new(Front::new(DVec3::Z * d, DVec3::NEG_Z, DVec3::Y, Outline::Point), n, None);
    let at = |x: f64| field::flux_of(i.number("I0").unwrap_or(f64::NAN), n) * lamp.lux_per_lumen(DVec3::X * x, DVec3::Z);
    let (aside, axis) = (at(i.number("x")?), at(0.0));
    out([("E", j(aside)), ("below_axis", j((axis / aside).log2()))])
}

fn grid(i: &Inputs) -> Answer {
    let grid = Honeycomb::of_cell(i.number("cell")?, i.number("depth")?);
    let angle = i.number("angle")?.to_radians();
    out([
        ("T_square", j(grid.square(angle))),
        ("T_round", j(grid.round(angle))),
        ("cut_off_half_angle", j(grid.cut_off().to_degrees())),
        ("half_transmission_angle_square", j(grid.angle_at(0.5, Honeycomb::square).to_degrees())),
        ("half_transmission_angle_round", j(grid.angle_at(0.5, Honeycomb::round).to_degrees())),
    ])
}

fn room_indirect(i: &Inputs) -> Answer {
    let n = |name| i.number(name);
    let room = Surfaces {
        width: n("width")?,
        length: n("length")?,
        height: n("height")?,
        walls: n("rho_walls")?,
        ceiling: n("rho_ceiling")?,
        floor: n("rho_floor")?,
    };
    let flux = n("flux")?;
    out([
        ("area", j(room.area())),
        ("rho_mean", j(room.reflectance())),
        ("E_indirect_mean", j(flux * room.indirect_per_lumen())),
        ("E_direct_mean", j(flux / room.area())),
    ])
}

fn room_effect(i: &Inputs) -> Answer {
    let (key, fill, room) = (i.number("key")?, i.number("fill")?, i.number("room")?);
    let with = field::ratio_with_room(key, fill, room);
    out([("ratio_without", j(field::ratio_with_room(key, fill, 0.0))), ("ratio_with", j(with)), ("lit_minus_shadow_with", j(with.log2()))])
}

fn room_floor(i: &Inputs) -> Answer {
    // A cube of the same area has the same mean.
    let (area, rho) = (i.number("area")?, i.number("rho")?);
    let side = (area / 6.0).sqrt();
    let room = Surfaces { width: side, length: side, height: side, walls: rho, ceiling: rho, floor: rho };
    let flux = guide::of_energy(said(WattSeconds::new(i.number("W")?))?, i.number("eta")?, 1.0).0 * i.number("losses")?;
    let front = Front::new(DVec3::Z * i.number("d")?, DVec3::NEG_Z, DVec3::Y, Outline::Point);
    let key = flux * Emitter::new(front, 1.0, None).facing(DVec3::ZERO);
    let back = flux * room.indirect_per_lumen();
    out([
        ("key", j(key)),
        ("room", j(back)),
        ("room_minus_key", j((back / key).log2())),
        ("max_ratio_lit_shadow", j(field::ratio_with_room(key, 0.0, back))),
    ])
}

fn catch_light(i: &Inputs) -> Answer {
    let (radius, camera, light) = (i.number("cornea_radius")?, vector(i, "camera")?, vector(i, "light")?);
    let seen = sight::CatchLight::of(DVec3::ZERO, camera, light, radius, DVec3::Y);
    let angle = camera.angle_between(light);
    out([
        ("angle_camera_light", j(angle.to_degrees())),
        ("offset_exact", j(seen.offset())),
        ("x", j(seen.x)),
        ("y", j(seen.y)),
        ("offset_half_vector_approx", j(radius * (angle / 2.0).sin())),
        ("clock_hour", j(seen.clock())),
        ("on_visible_cornea", json!(seen.offset() < sight::IRIS * 1000.0)),
    ])
}

fn half_vector(i: &Inputs) -> Answer {
    let (point, light) = (vector(i, "point")?, vector(i, "light")?);
    let h = sight::half_vector(point, vector(i, "camera")?, light);
    out([("h", json!([h.x, h.y, h.z])), ("incidence", j(h.angle_between(light - point).to_degrees()))])
}

fn in_field(i: &Inputs) -> Answer {
    let field = sight::Field::of(i.number("f")?, i.number("m")?, i.number("sensor_w")?, i.number("sensor_h")?);
    let (across, up) = field.degrees();
    out([("hfov", j(across)), ("vfov", j(up)), ("inside", json!(field.shows(vector(i, "point")?)))])
}

fn penumbra(i: &Inputs) -> Answer {
    let (width, d) = (i.number("source_width")?, i.number("source_to_occluder")?);
    out([
        ("penumbra", j(sight::penumbra(width, d, i.number("occluder_to_receiver")?) * 1000.0)),
        ("angular_size_from_occluder", j(2.0 * (width / 2.0 / d).atan().to_degrees())),
    ])
}

fn seconds(i: &Inputs, name: &str) -> Result<Seconds, String> {
    said(Seconds::new(i.number(name)?))
}

fn curtains(i: &Inputs, delay: &str, travel: &str) -> Result<Curtains, String> {
    Ok(Curtains { travel: seconds(i, travel)?, delay: said(Delay::new(i.number(delay)?))? })
}

fn focal_plane_black(i: &Inputs) -> Answer {
    let (curtains, t) = (curtains(i, "trigger_latency", "curtain_travel")?, seconds(i, "shutter")?);
    let black = curtains.black_share(t);
    out([("black_fraction", j(black)), ("full_open_time", j(curtains.open_for(t))), ("black_mm_of_24", j(black * 24.0))])
}

fn flash_duration(i: &Inputs) -> Answer {
    let t05 = seconds(i, "t0.5")?;
    let pulse = ExponentialPulse::of_t05(t05);
    out([
        ("tau", j(pulse.tau())),
        ("t0.1", j(pulse.t01())),
        ("ratio", j(pulse.t01() / pulse.t05())),
        ("energy_within_t0.5", j(pulse.within(t05.get()))),
        ("energy_within_t0.1", j(pulse.within(pulse.t01()))),
        ("energy_within_3x_t0.5", j(pulse.within(3.0 * t05.get()))),
    ])
}

fn cut_pulse(i: &Inputs) -> Answer {
    let share = i.number("energy_fraction")?;
    let cut = ExponentialPulse::of_tau(seconds(i, "tau")?).cut_at(share);
    out([("cut_time", j(cut.cut())), ("t0.5", j(cut.t05())), ("t0.1", j(cut.t01())), ("stops_below_full", j(-share.log2()))])
}

fn tail_clipping(i: &Inputs) -> Answer {
    let (travel, open) = (seconds(i, "curtain_travel")?, i.number("open_after_flash_start")?);
    let pulse = ExponentialPulse::of_tau(seconds(i, "tau")?);
    let passed = Curtains { travel, delay: Delay::NONE }.pass(pulse, said(Seconds::new(travel.get() + open))?);
    out([
        ("fraction_worst_edge", j(passed.worst_edge)),
        ("loss_worst_edge", j(-passed.worst_edge.log2())),
        ("fraction_other_edge", j(passed.other_edge)),
        ("fraction_mean", j(passed.mean)),
    ])
}

fn leaf_tail(i: &Inputs) -> Answer {
    let leaf = Leaf { delay: said(Delay::new(i.number("delay")?))? };
    let share = leaf.pass(ExponentialPulse::of_tau(seconds(i, "tau")?), seconds(i, "open_time")?);
    out([("fraction", j(share)), ("loss", j(-share.log2()))])
}

fn high_speed_loss(i: &Inputs) -> Answer {
    let curtains = Curtains { travel: seconds(i, "curtain_travel")?, delay: Delay::NONE };
    let share = curtains.long_emission_share(seconds(i, "shutter")?, i.number("efficiency")?);
    out([("fraction", j(share)), ("loss", j(-share.log2()))])
}

fn bulb_table(i: &Inputs) -> Answer {
    let factor = shutter::table_guide(seconds(i, "shutter")?) / shutter::TABLE_GUIDE[0].1;
    out([("light_fraction", j(factor * factor)), ("loss", j(-2.0 * factor.log2()))])
}

fn bulb_pulse(i: &Inputs) -> Answer {
    let sync = if i.marking("sync")? == "X" { BulbSync::X } else { BulbSync::M };
    let share = Bulb { sync, peak: seconds(i, "t_peak")?, width: seconds(i, "fwhm")? }.passes(seconds(i, "shutter")?);
    out([("light_fraction", j(share)), ("GN_factor", j(share.sqrt()))])
}

fn speed(i: &Inputs) -> Result<MetresPerSecond, String> {
    said(MetresPerSecond::new(i.number("v")?))
}

fn apex_blur(i: &Inputs) -> Answer {
    let t = seconds(i, "t")?;
    out([("blur_centred_on_apex", j(shutter::apex_blur(t))), ("blur_starting_at_apex", j(shutter::apex_blur_from(0.0, t)))])
}

fn fall_blur(i: &Inputs) -> Answer {
    let height = i.number("fall_height")?;
    out([("v", j(shutter::fall_speed(height))), ("blur", j(shutter::fall_blur(height, seconds(i, "t")?)))])
}

fn millimetres(i: &Inputs, name: &str) -> Result<Millimetres, String> {
    said(Millimetres::new(i.number(name)?))
}

fn pitch(i: &Inputs) -> Result<Micrometres, String> {
    said(Micrometres::new(i.number("pitch")?))
}

fn pixel_blur(i: &Inputs) -> Answer {
    let m = ink_lamp_light::lens::magnification(millimetres(i, "f")?, metres(i, "u")?).ok_or("nearer than the focal length")?;
    let (um, pixels) = shutter::on_sensor(shutter::blur(speed(i)?, seconds(i, "t")?), m, pitch(i)?);
    out([("magnification", j(m)), ("blur_sensor", j(um)), ("blur_pixels", j(pixels))])
}

fn flash_blur(i: &Inputs) -> Answer {
    let pulse = ExponentialPulse::of_t05(seconds(i, "t0.5")?);
    let over = |t: f64| Ok::<Value, String>(j(shutter::blur(speed(i)?, said(Seconds::new(t))?)));
    out([("blur_t0.5", over(pulse.t05())?), ("blur_t0.1", over(pulse.t01())?), ("e_fold", over(pulse.tau())?)])
}

fn ambient_ghost(i: &Inputs) -> Answer {
    let ghost = shutter::ghost(i.stops("ambient_minus_flash")?, speed(i)?, seconds(i, "shutter")?, i.number("object_width")?);
    out([("smear", j(ghost.smear)), ("ghost_minus_flash", j(ghost.level.get())), ("ghost_level", j(ghost.level.factor()))])
}

fn kelvin(i: &Inputs, name: &str) -> Result<Kelvin, String> {
    said(Kelvin::new(i.number(name)?))
}

fn mired_shift(i: &Inputs) -> Answer {
    let (from, to) = (kelvin(i, "T1")?, kelvin(i, "T2")?);
    out([("mired1", j(from.mired())), ("mired2", j(to.mired())), ("shift", j(from.shift_to(to)))])
}

fn gel(i: &Inputs) -> Answer {
    let shifts = match i.value("shift")?.as_array() {
        Some(list) => list.iter().filter_map(Value::as_f64).collect(),
        None => vec![i.number("shift")?],
    };
    let gels = shifts.into_iter().map(|m| said(Mired::try_from(m))).collect::<Result<Vec<_>, _>>()?;
    out([("T_out", j(kelvin(i, "T")?.through(gels).ok_or("no temperature")?.get()))])
}

fn planck(i: &Inputs) -> Answer {
    let c = Chromaticity::planck(kelvin(i, "T")?);
    let (u, v) = c.uv();
    out([("x", j(c.x)), ("y", j(c.y)), ("u", j(u)), ("v", j(v))])
}

fn daylight(i: &Inputs) -> Answer {
    let c = Chromaticity::daylight(kelvin(i, "T")?).ok_or("outside")?;
    let found = c.correlated();
    out([("x", j(c.x)), ("y", j(c.y)), ("CCT", j(found.kelvin())), ("Duv", j(found.duv))])
}

fn mixture(i: &Inputs) -> Answer {
    let (flash, other) = (kelvin(i, "T_flash")?, kelvin(i, "T_other")?);
    let light = match i.marking("flash")?.as_str() {
        "daylight" => Chromaticity::daylight(flash).ok_or("outside")?,
        _ => Chromaticity::planck(flash),
    };
    let by = i.stops("other_minus_flash")?;
    let mixed = light.with(Chromaticity::planck(other), by);
    let found = mixed.correlated();
    // What is often taken for the mixture, and is not.
    let mean = |a: f64, b: f64| (a + b * by.factor()) / (1.0 + by.factor());
    out([
        ("x", j(mixed.x)),
        ("y", j(mixed.y)),
        ("CCT", j(found.kelvin())),
        ("Duv", j(found.duv)),
        ("naive_mired_mean", j(1e6 / mean(flash.mired(), other.mired()))),
        ("naive_kelvin_mean", j(mean(flash.get(), other.get()))),
    ])
}

fn balanced_patch(i: &Inputs) -> Answer {
    let (white, other) = (Chromaticity::planck(kelvin(i, "WB")?), Chromaticity::planck(kelvin(i, "other")?));
    let light = i.stops("other_minus_WB_source").map_or(other, |by| white.with(other, by));
    let rgb = color::balanced_patch(white, light, i.number("Y")?);
    let codes = rgb.map(|linear| Reflectance::new(linear.clamp(1e-9, 1.0)).map_or(0, |surface| grey_code(surface, Stops::ZERO)));
    out([("linear_rgb", json!(rgb)), ("codes", json!(codes)), ("R_over_B", j(rgb[0] / rgb[2]))])
}

fn depth_of_field(i: &Inputs) -> Answer {
    let depth = lens::DepthOfField::of(millimetres(i, "f")?, metres(i, "u")?, i.number("N_used")?, i.number("c")?);
    let endless = |x: Option<f64>| j(x.unwrap_or(f64::INFINITY));
    out([("hyperfocal", j(depth.hyperfocal)), ("near", j(depth.near)), ("far", endless(depth.far)), ("total", endless(depth.total()))])
}

fn circle(i: &Inputs) -> Answer {
    let sensor = SensorSize { width: millimetres(i, "width")?, height: millimetres(i, "height")? };
    out([
        ("diagonal", j(lens::diagonal(sensor))),
        ("c_1500", j(lens::circle_of_confusion(sensor, lens::DIAGONAL_SHARE))),
        ("c_1730", j(lens::circle_of_confusion(sensor, 1730.0))),
    ])
}

fn airy(i: &Inputs) -> Answer {
    let working = lens::working(said(Aperture::parse(&i.marking("N")?))?.exact(), i.number("m")?);
    let wavelength = i.number("wavelength")? / 1000.0;
    out([
        ("N_working", j(working)),
        ("airy_diameter", j(lens::airy(working, wavelength))),
        ("airy_over_pitch", j(lens::airy_pixels(working, wavelength, pitch(i)?))),
    ])
}

fn bellows(i: &Inputs) -> Answer {
    let (f, u) = (millimetres(i, "f")?, metres(i, "u")?);
    let m = ink_lamp_light::lens::magnification(f, u).ok_or("nearer than the focal length")?;
    let loss = lens::bellows(f, u).ok_or("nearer than the focal length")?;
    out([("m", j(m)), ("N_working", j(lens::working(i.number("N")?, m))), ("loss", j(loss.get()))])
}

fn metres(i: &Inputs, name: &str) -> Result<Meters, String> {
    said(Meters::new(i.number(name)?))
}

fn inverse_square(i: &Inputs) -> Answer {
    let change = metres(i, "d1")?.falloff_to(metres(i, "d2")?);
    out([("change", j(change.get())), ("E_ratio", j(change.factor()))])
}

fn gn_aperture(i: &Inputs) -> Answer {
    let av = guide::av_at(i.number("GN")?, metres(i, "d")?);
    let aperture = said(Aperture::from_av(av))?;
    out([("N", j(aperture.exact())), ("Av", j(av)), ("nearest_third_marking", json!(aperture.marking(Series::Third)))])
}

fn gn_distance(i: &Inputs) -> Answer {
    let there = guide::at_speed(i.number("GN")?, i.number("S")?);
    out([("d", j(guide::distance_at(there, i.number("N")?))), ("GN_at_S", j(there))])
}

fn gn_power(i: &Inputs) -> Answer {
    let change = Stops::from_factor(i.number("fraction")?).ok_or("no energy")?;
    out([("GN_reduced", j(guide::at_power(i.number("GN")?, change))), ("change", j(change.get()))])
}

fn constant(i: &Inputs) -> Result<IncidentConstant, String> {
    said(IncidentConstant::new(i.number("C")?))
}

fn gn_candela_seconds(i: &Inputs) -> Answer {
    let c = constant(i)?;
    out([("I_t", j(guide::candela_seconds(i.number("GN")?, 100.0, c))), ("K_ft", j(guide::feet_constant(c)))])
}

fn watt_seconds(i: &Inputs) -> Answer {
    let energy = said(WattSeconds::new(i.number("W")?))?;
    let (light, beam) = guide::of_energy(energy, i.number("eta")?, i.number("G")?);
    let number = guide::of_candela_seconds(beam, i.number("S")?, constant(i)?);
    let av = guide::av_at(number, metres(i, "d")?);
    out([("Q", j(light)), ("I_t", j(beam)), ("GN", j(number)), ("N", j((av / 2.0).exp2())), ("Av", j(av))])
}

fn energy_stops(i: &Inputs) -> Answer {
    let energy = |name| said(WattSeconds::new(i.number(name)?));
    out([("change", j(guide::energy_change(energy("W1")?, energy("W2")?).get()))])
}

fn degrees(i: &Inputs, name: &str) -> Result<Degrees, String> {
    said(Degrees::new(i.number(name)?))
}

fn receptor_response(i: &Inputs) -> Answer {
    let angle = degrees(i, "angle")?;
    let (flat, dome) = (meter::flat(angle), meter::dome(angle));
    out([("flat", j(flat)), ("dome", j(dome)), ("flat_loss", j(-flat.log2())), ("dome_loss", j(-dome.log2()))])
}

fn dome_pointing(i: &Inputs) -> Answer {
    let angle = degrees(i, "key_angle")?;
    let half = said(Degrees::new(angle.get() / 2.0))?;
    let key = i.stops("key_minus_fill")?.factor();
    let at = |r: Receptor| key * r.share(angle) + 1.0;
    let camera = at(Receptor::DomeToCamera);
    let light = key + meter::dome(angle);
    out([
        ("dome_to_camera", j(camera)),
        ("dome_to_light", j(light)),
        ("dome_to_light_minus_camera", j((light / camera).log2())),
        ("key_only_minus_dome_to_camera", j((key / camera).log2())),
        ("flat_to_light", j(key + meter::flat(angle))),
        ("flat_to_camera", j(at(Receptor::FlatToCamera))),
        ("dome_to_bisector", j((key + 1.0) * meter::dome(half))),
    ])
}

fn key_only_loss(i: &Inputs) -> Answer {
    let angle = degrees(i, "key_angle")?;
    let to = |r: Receptor| Receptor::DomeToLight.to_be(r, angle).map_or(f64::NEG_INFINITY, Stops::get);
    out([("dome_to_camera_vs_light", j(to(Receptor::DomeToCamera))), ("flat_to_camera_vs_light", j(to(Receptor::FlatToCamera)))])
}

fn recycle_current(i: &Inputs) -> Answer {
    let (energy_, time) = (said(WattSeconds::new(i.number("W")?))?, said(Seconds::new(i.number("recycle")?))?);
    let draw = energy::draw(energy_, time, said(Volts::new(i.number("V")?))?, i.number("efficiency")?, i.number("power_factor")?);
    out([("input_power", j(draw.power)), ("apparent_power", j(draw.apparent)), ("current", j(draw.current))])
}

fn circuit_load(i: &Inputs) -> Answer {
    let breaker = said(Amperes::new(i.number("breaker")?))?;
    let total = i.number("units")? * i.number("current")?;
    out([
        ("total", j(total)),
        ("load", j(total / breaker.get())),
        ("units_that_fit", json!(energy::units_that_fit(i.number("current")?, breaker))),
    ])
}

fn battery_pops(i: &Inputs) -> Answer {
    let battery = said(WattHours::new(i.number("battery")?))?;
    out([("pops", j(energy::pops(battery, i.number("W")?, i.number("efficiency")?)))])
}

fn capacitor_energy(i: &Inputs) -> Answer {
    let (stored, delivered) = energy::capacitor(i.number("C")?, i.number("V")?, i.number("V_end")?);
    out([("stored", j(stored)), ("delivered", j(delivered))])
}

fn nominal_aperture(i: &Inputs) -> Answer {
    let text = i.marking("nominal")?;
    let aperture = said(Aperture::from_marking(&text, series(i)?))?;
    let error = 2.0 * (printed(&text) / aperture.exact()).log2();
    out([("Av", j(aperture.av())), ("exact", j(aperture.exact())), ("nominal_error", j(error))])
}

fn nominal_time(i: &Inputs) -> Answer {
    let text = i.marking("nominal")?;
    let time = said(ShutterTime::from_marking(&text, series(i)?))?;
    out([("Tv", j(time.tv())), ("exact", j(time.seconds())), ("nominal_error", j((printed(&text) / time.seconds()).log2()))])
}

fn nominal_iso(i: &Inputs) -> Answer {
    let text = i.marking("nominal")?;
    let iso = said(Iso::from_marking(&text, series(i)?))?;
    out([("Sv", j(iso.sv())), ("exact", j(iso.exact())), ("nominal_error", j((printed(&text) / iso.exact()).log2()))])
}

fn display(i: &Inputs) -> Result<MeterDisplay, String> {
    said(MeterDisplay::parse(&format!("{} {}", i.marking("full_stop")?, i.marking("tenths")?)))
}

fn meter_tenths(i: &Inputs, expected: &Value) -> Answer {
    let shown = display(i)?;
    let time = said(ShutterTime::parse(&i.marking("time")?))?;
    let aperture = said(Aperture::from_av(shown.av()))?;
    let ev = Ev::of(aperture, time);
    let mut got =
        vec![("Av".to_owned(), j(shown.av())), ("N_exact".to_owned(), j(aperture.exact())), ("EV_at_set_ISO".to_owned(), j(ev.get()))];
    for name in expected.as_object().unwrap_or(&Map::new()).keys() {
        if let Some(other) = name.strip_prefix("at_").and_then(|n| n.strip_suffix('s')) {
            let there = said(MeterDisplay::from_av(ev.av_at(said(ShutterTime::parse(other))?)))?;
            got.push((name.clone(), json!(there.to_string())));
        }
    }
    Ok(got)
}

fn meter_display(i: &Inputs) -> Answer {
    let (whole, tenths) = said(MeterDisplay::from_av(i.number("Av")?))?.whole_and_tenths();
    out([("full_stop", json!(whole)), ("tenths", json!(tenths))])
}

fn fnumber_to_display(i: &Inputs) -> Answer {
    let aperture = said(Aperture::from_number(i.number("N")?))?;
    let (whole, tenths) = said(MeterDisplay::from_av(aperture.av()))?.whole_and_tenths();
    out([
        ("Av", j(aperture.av())),
        ("full_stop", json!(whole)),
        ("tenths", json!(tenths)),
        ("nearest_third_marking", json!(aperture.marking(Series::Third))),
    ])
}

fn tenth_to_third(i: &Inputs) -> Answer {
    let (marking, off) = display(i)?.nearest_third();
    out([("nearest_third_marking", json!(marking)), ("setting_minus_reading", j(off))])
}

fn ev_lux(i: &Inputs) -> Answer {
    let (n, t) = (i.marking("N")?, i.marking("t")?);
    let iso = iso(i, "S")?;
    let ev = Ev::of(said(Aperture::parse(&n))?, said(ShutterTime::parse(&t))?);
    let light = ev.at_100(iso);
    let literal = 250.0 * printed(&n).powi(2) / (printed(&t) * i.number("S")?);
    let k = said(ReflectedConstant::new(12.5))?;
    let c = |c: f64| said(IncidentConstant::new(c));
    out([
        ("EV_set", j(ev.get())),
        ("EV100", j(light.get())),
        ("E_C250", j(light.illuminance(c(250.0)?).get())),
        ("E_C340", j(light.illuminance(c(340.0)?).get())),
        ("L_K12.5", j(light.luminance(k).get())),
        ("rho_implied_K12.5_C250", j(implied_reflectance(k, c(250.0)?))),
        ("E_C250_from_literal_markings", j(literal)),
    ])
}

fn lux_to_ev(i: &Inputs) -> Answer {
    let light = Ev100::from_illuminance(said(Lux::new(i.number("E")?))?, said(IncidentConstant::new(i.number("C")?))?);
    out([("EV100", j(light.get())), ("t_at_f8_iso100", j(light.seconds_at(said(Aperture::parse("8"))?, said(Iso::parse("100"))?)))])
}

fn luminance_to_ev(i: &Inputs) -> Answer {
    let light = Ev100::from_luminance(said(Luminance::new(i.number("L")?))?, said(ReflectedConstant::new(i.number("K")?))?);
    out([("EV100", j(light.get()))])
}

/// `"8 + 3/10"`: a whole stop and tenths.
fn with_tenths(text: &str) -> Result<MeterDisplay, String> {
    let (whole, tenths) = text.split_once('+').unwrap_or((text, "0/10"));
    said(MeterDisplay::parse(&format!("{} {}", whole.trim(), tenths.trim().trim_end_matches("/10"))))
}

fn flash_lux_seconds(i: &Inputs) -> Answer {
    let shown = with_tenths(&i.marking("N")?)?;
    let h = LuminousExposure::for_flash(shown.av(), iso(i, "S")?, said(IncidentConstant::new(i.number("C")?))?);
    out([("H", j(h.get()))])
}

fn camera_constants(i: &Inputs) -> Answer {
    let (c, k) = said(camera_equation(i.number("rho")?, i.number("q")?))?;
    out([("C", j(c.get())), ("K", j(k.get()))])
}

fn ev_table(i: &Inputs) -> Answer {
    let mut rows = Vec::new();
    for t in i.list("rows_t")? {
        let time = said(ShutterTime::parse(&marking(t)))?;
        let mut row = Vec::new();
        for n in i.list("cols_N")? {
            row.push(Ev::of(said(Aperture::parse(&marking(n)))?, time).get());
        }
        rows.push(row);
    }
    out([("EV", json!(rows))])
}

fn aperture_from_ev(i: &Inputs) -> Answer {
    let ev = said(Ev100::new(i.number("EV100")?))?.at_iso(iso(i, "S")?);
    let av = ev.av_at(said(ShutterTime::parse(&i.marking("t")?))?);
    out([("Av", j(av)), ("nearest_third_marking", json!(said(Aperture::from_av(av))?.marking(Series::Third)))])
}

fn sum_of_lights(i: &Inputs) -> Answer {
    let readings: Vec<f64> = i.list("readings_Av")?.iter().filter_map(number).collect();
    let total = ink_lamp_light::meter::sum_of(&readings).ok_or("no light")?;
    let most = readings.iter().copied().fold(f64::NEG_INFINITY, f64::max);
    let shown = said(MeterDisplay::from_av(total))?;
    out([
        ("N_total", j(said(Aperture::from_av(total))?.exact())),
        ("Av_total", j(total)),
        ("gain_over_brightest", j(total - most)),
        ("display", json!(shown.to_string())),
    ])
}

fn sum_of_markings(i: &Inputs) -> Answer {
    let texts: Vec<String> = i.list("markings")?.iter().map(marking).collect();
    let av: Vec<f64> = texts.iter().map(|t| Aperture::parse(t).map(Aperture::av)).collect::<Result<_, _>>().map_err(|e| e.to_string())?;
    let exact = said(Aperture::from_av(ink_lamp_light::meter::sum_of(&av).ok_or("no light")?))?.exact();
    let literal = texts.iter().map(|t| printed(t).powi(2)).sum::<f64>().sqrt();
    out([("N_total_exact", j(exact)), ("N_total_literal", j(literal)), ("difference", j(2.0 * (literal / exact).log2()))])
}

fn n_pops(i: &Inputs) -> Answer {
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
    let gain = ink_lamp_light::meter::gain_of(i.number("n")? as u32).ok_or("no pop")?;
    out([("gain", j(gain.get())), ("N_factor", j(gain.distance_factor()))])
}

fn ratio_from_stops(i: &Inputs) -> Answer {
    let d = i.stops("key_minus_fill")?;
    let total = ambient::added(-d);
    out([
        ("ratio_reading", j(Ratio::of(d, Convention::Readings).get())),
        ("ratio_lit_shadow", j(Ratio::of(d, Convention::LitShadow).get())),
        ("lit_minus_shadow", j(lit_over_shadow(d).get())),
        ("total_minus_key", j(total.get())),
    ])
}

fn stops_from_ratio(i: &Inputs) -> Answer {
    let ratio = said(Ratio::new(i.number("ratio")?))?;
    let d = |convention| ratio.key_over_fill(convention).map_or(f64::NEG_INFINITY, Stops::get);
    out([("key_minus_fill_conv_a", j(d(Convention::Readings))), ("key_minus_fill_conv_b", j(d(Convention::LitShadow)))])
}

fn ratio_with_spill(i: &Inputs) -> Answer {
    let stops = lit_over_shadow_with_spill(i.stops("key_minus_fill")?, i.number("key_spill_on_shadow_side")?);
    out([("ratio_lit_shadow", j(stops.factor())), ("lit_minus_shadow", j(stops.get()))])
}

fn percent_flash(i: &Inputs) -> Answer {
    let d = i.stops("ambient_minus_flash")?;
    out([
        ("flash_fraction", j(ambient::flash_share(d))),
        ("total_minus_flash", j(ambient::added(d).get())),
        ("total_minus_ambient", j(ambient::added(-d).get())),
    ])
}

fn percent_flash_from_total(i: &Inputs) -> Answer {
    let d = i.stops("total_minus_ambient")?;
    let none = || "no flash in it".to_owned();
    out([
        ("flash_fraction", j(ambient::flash_share_of_total(d).ok_or_else(none)?)),
        ("flash_minus_ambient", j(ambient::flash_minus_ambient(d).ok_or_else(none)?.get())),
    ])
}

fn ambient_added(i: &Inputs) -> Answer {
    let d = i.stops("ambient_minus_flash")?;
    out([("extra_exposure", j(ambient::added(d).get())), ("ambient_share", j(1.0 - ambient::flash_share(d)))])
}

fn mixed_exposure(i: &Inputs) -> Answer {
    let speed = i.number("Sv_offset")?;
    let iso = said(Iso::from_stops_over_100(speed))?;
    let time = said(ShutterTime::from_tv(i.number("Tv")?))?;
    let room = said(Ev100::new(i.number("ambient_EV100")?))?.at_iso(iso).av_at(time);
    let flash = i.number("flash_Av_at_ISO100")? + iso.stops_over_100();
    let d = said(Stops::new(room - flash))?;
    out([
        ("flash_Av", j(flash)),
        ("ambient_Av", j(room)),
        ("total_Av", j(ink_lamp_light::meter::sum_of(&[flash, room]).ok_or("no light")?)),
        ("ambient_minus_flash", j(d.get())),
        ("flash_fraction", j(ambient::flash_share(d))),
    ])
}

fn shutter_for_level(i: &Inputs) -> Answer {
    out([("delta_Tv", j(ambient::shutter_change(i.stops("ambient_minus_flash_now")?, i.stops("wanted")?).get()))])
}

fn grey(i: &Inputs) -> Answer {
    let surface = said(Reflectance::new(i.number("reflectance")?))?;
    let level = -i.stops("stops_under")?;
    out([("linear", j(grey_linear(surface, level))), ("sRGB", j(grey_srgb(surface, level))), ("code", json!(grey_code(surface, level)))])
}

fn black_threshold(i: &Inputs) -> Answer {
    let surface = said(Reflectance::new(i.number("reflectance")?))?;
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
    let code = i.number("code_max")? as u8;
    out([("stops_under", j(black_from(surface, code).get())), ("linear", j(linear_of_code_limit(code)))])
}

/// Every expected output must be answered and lie within its tolerance.
fn compare(case: &Value, got: &[(String, Value)]) -> Result<(), String> {
    let expected = case["expected"].as_object().ok_or("no expected values")?;
    // An answer that is one of several decides which entries of the lists beside it are meant.
    let mut chosen = None;
    for (name, want) in expected {
        if case["tolerance"][name]["any_of"] == json!(true) {
            let value = find(got, name)?;
            let listed = want["value"].as_array().ok_or("any_of needs a list")?;
            chosen = listed.iter().position(|v| v == value || marking(v) == marking(value));
            if chosen.is_none() {
                return Err(format!("{name}: got {value}, expected one of {}", want["value"]));
            }
        }
    }
    for (name, want) in expected {
        let tolerance = &case["tolerance"][name];
        if tolerance["any_of"] == json!(true) {
            continue;
        }
        let value = find(got, name)?;
        let want = match (chosen, want["value"].as_array()) {
            (Some(place), Some(list)) if !value.is_array() => &list[place],
            _ => &want["value"],
        };
        if !within(value, want, tolerance) {
            return Err(format!("{name}: got {value}, expected {want} within {tolerance}"));
        }
    }
    Ok(())
}

fn find<'a>(got: &'a [(String, Value)], name: &str) -> Result<&'a Value, String> {
    got.iter().find(|(n, _)| n == name).map(|(_, v)| v).ok_or_else(|| format!("no answer for {name}"))
}

fn within(got: &Value, want: &Value, tolerance: &Value) -> bool {
    if let (Some(got), Some(want)) = (got.as_array(), want.as_array()) {
        return got.len() == want.len() && got.iter().zip(want).all(|(g, w)| within(g, w, tolerance));
    }
    if tolerance["exact"] == json!(true) {
        return marking(got) == marking(want) || number(got).zip(number(want)).is_some_and(|(g, w)| g == w);
    }
    let Some((got, want)) = number(got).zip(number(want)) else { return false };
    if got.is_infinite() || want.is_infinite() {
        return got == want;
    }
    let allowed = tolerance["abs"].as_f64().unwrap_or(0.0).max(tolerance["rel"].as_f64().unwrap_or(0.0) * want.abs());
    (got - want).abs() <= allowed
}
