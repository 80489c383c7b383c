//! A bed's setting-out sheet as a drawing: SVG in millimetres on paper, to print or to keep.
//!
//! The drawing carries what is measured along the boards; lines, sticks and seed stand in the tables
//! beside it on the page. Letters are 2.8 mm high or more, which is 8 point.

use sparrow_core::ask::sheet::Sheet;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::ground::shape::missing_corner;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::garden::Garden;
use sparrow_facts::shape::Shape;
use sparrow_facts::units::{Length, Units};
use std::fmt::Write;

/// Paper, lying on its long side.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Paper {
    /// ISO 216: 297 × 210 mm.
    A4,
    /// ANSI: 11 × 8½ in.
    Letter,
}

impl Paper {
    /// Width and height, lying on its long side \[mm\].
    pub fn size(self) -> (f64, f64) {
        match self {
            Paper::A4 => (297.0, 210.0),
            Paper::Letter => (279.4, 215.9),
        }
    }
}

/// Room at the left and at the top for dimensions, and a margin elsewhere \[mm\].
const LEFT: f64 = 34.0;
const TOP: f64 = 44.0;
const MARGIN: f64 = 12.0;
/// The least distance at which two dimensions can be read beside each other \[mm\].
const APART: f64 = 3.6;

struct Drawing<'a> {
    garden: &'a Garden,
    catalogue: &'a Catalogue,
    bed: &'a Bed,
    sheet: &'a Sheet,
    /// Millimetres on paper for a tenth of a millimetre of ground.
    scale: f64,
    text: String,
}

/// The sheet as an SVG document; nothing when its bed is not in the garden.
pub fn write(garden: &Garden, catalogue: &Catalogue, sheet: &Sheet, paper: Paper) -> Option<String> {
    let bed = garden.bed(sheet.bed)?;
    let (width, height) = paper.size();
    let free = (width - LEFT - MARGIN, height - TOP - MARGIN);
    let scale = (free.0 / f64::from(bed.length.get())).min(free.1 / f64::from(bed.width.get()));
    // No more paper than the drawing needs; the tables follow on the next.
    let height = height.min(TOP + f64::from(bed.width.get()) * scale + MARGIN);
    let mut drawing = Drawing { garden, catalogue, bed, sheet, scale, text: String::new() };
    drawing.all(width, height).ok()?;
    Some(drawing.text)
}

fn escaped(text: &str) -> String {
    text.replace('&', "&amp;").replace('<', "&lt;").replace('>', "&gt;").replace('"', "&quot;")
}

/// As short as a drawing writes it: 2′6⅛″ or 0.762.
fn dimension(at: Length, units: Units) -> String {
    let words = at.on_tape(units);
    match units {
        Units::Metric => format!("{}", f64::from((at.get() + 5) / 10) / 1000.0),
        Units::Imperial => words.replace(" ft ", "′").replace(" ft", "′").replace(" in", "″"),
    }
}

impl Drawing<'_> {
    fn all(&mut self, width: f64, height: f64) -> std::fmt::Result {
        write!(
            self.text,
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{width}mm\" height=\"{height}mm\" viewBox=\"0 0 {width} {height}\" \
             font-family=\"'Alegreya Sans', 'Gill Sans', sans-serif\" font-size=\"3.2\" fill=\"#2a2420\" role=\"img\" aria-label=\"Setting-out of {}\">",
            escaped(&self.bed.name)
        )?;
        self.title(width)?;
        write!(self.text, "<g transform=\"translate({LEFT} {TOP})\">")?;
        self.ground()?;
        self.fixtures()?;
        self.plantings()?;
        self.along()?;
        self.across()?;
        self.text.push_str("</g></svg>");
        Ok(())
    }

    fn mm(&self, at: Length) -> f64 {
        (f64::from(at.get()) * self.scale * 100.0).round() / 100.0
    }

    fn title(&mut self, width: f64) -> std::fmt::Result {
        let units = self.garden.site.units;
        let (long, wide) = (self.bed.length.on_tape(units), self.bed.width.on_tape(units));
        let side = if self.sheet.from_near { "near" } else { "far" };
        let name = escaped(&self.bed.name);
        write!(
            self.text,
            "<text x=\"{MARGIN}\" y=\"11\" font-family=\"Literata, Georgia, serif\" font-size=\"6\">{name}</text>\
             <text x=\"{MARGIN}\" y=\"17\">{wide} × {long} inside the boards; measured from the left end and the {side} side</text>\
             <text x=\"{}\" y=\"11\" text-anchor=\"end\">about 1 : {}</text>",
            width - MARGIN,
            (0.1 / self.scale).round().max(1.0)
        )?;
        let turn = (i32::from(self.garden.site.north) - i32::from(self.bed.turn)).rem_euclid(360);
        write!(
            self.text,
            "<g transform=\"translate({} 19) rotate({turn})\"><path d=\"M0 3V-3M-1.2 -1.4L0 -3.4L1.2 -1.4\" fill=\"none\" stroke=\"#2a2420\" \
             stroke-width=\".35\"/></g><text x=\"{}\" y=\"20\">N</text>",
            width - MARGIN - 8.0,
            width - MARGIN - 4.0
        )
    }

    fn ground(&mut self) -> std::fmt::Result {
        let (w, h) = (self.mm(self.bed.length), self.mm(self.bed.width));
        let dash = if self.bed.kind == BedKind::Ground { " stroke-dasharray=\"2 1.2\"" } else { "" };
        let line = format!("fill=\"none\" stroke=\"#2a2420\" stroke-width=\".7\"{dash}");
        match (self.bed.shape, missing_corner(self.bed)) {
            (Shape::Round, _) => {
                let (a, b) = (w / 2.0, h / 2.0);
                write!(self.text, "<ellipse cx=\"{a}\" cy=\"{b}\" rx=\"{a}\" ry=\"{b}\" {line}/>")
            }
            (_, Some(gone)) => {
                let (near, far) = if gone.far == Length::ZERO { (0.0, h) } else { (h, 0.0) };
                let (inner, outer) = if gone.left == Length::ZERO { (w, 0.0) } else { (0.0, w) };
                let x = self.mm(if gone.left == Length::ZERO { gone.right } else { gone.left });
                let y = self.mm(if gone.far == Length::ZERO { gone.near } else { gone.far });
                write!(self.text, "<path d=\"M{inner} {far}H{outer}V{y}H{x}V{near}H{inner}Z\" {line}/>")
            }
            (_, None) => write!(self.text, "<rect width=\"{w}\" height=\"{h}\" {line}/>"),
        }
    }

    fn plantings(&mut self) -> std::fmt::Result {
        let mut marked: Vec<(Length, Length)> = Vec::new();
        for setting in &self.sheet.plantings {
            let (x, y) = (self.mm(setting.ground.left), self.mm(setting.ground.far));
            let (w, h) = (self.mm(setting.ground.right) - x, self.mm(setting.ground.near) - y);
            write!(
                self.text,
                "<rect x=\"{x}\" y=\"{y}\" width=\"{w:.2}\" height=\"{h:.2}\" fill=\"none\" stroke=\"#465663\" stroke-width=\".3\"/>"
            )?;
            let patch = self.garden.patch(setting.patch);
            let is_between = patch.is_some_and(|patch| patch.planted.between);
            for line in &setting.lines {
                for stem in &line.stems {
                    let (a, b) = if line.runs_across { (line.at, *stem) } else { (*stem, line.at) };
                    let y = if self.sheet.from_near { self.bed.width - b } else { b };
                    // What is planted between is drawn as rings, so that it can be told from its hosts.
                    let ring = " fill=\"none\" stroke=\"#2a2420\" stroke-width=\".2\"";
                    let drawn = if is_between { ring } else { "" };
                    write!(self.text, "<circle cx=\"{}\" cy=\"{}\" r=\".5\"{drawn}/>", self.mm(a), self.mm(y))?;
                }
            }
            let crop = patch.and_then(|patch| self.catalogue.crop(&patch.planted.crop));
            let label = format!("{} {}", setting.number, crop.map_or("", |crop| crop.ticket.as_str()));
            let wide = 2.2 + 1.9 * label.chars().count() as f64;
            // Two markers in one corner stand side by side.
            let before = marked.iter().filter(|corner| **corner == (setting.ground.left, setting.ground.far)).count();
            marked.push((setting.ground.left, setting.ground.far));
            let x = x + before as f64 * 12.0;
            write!(
                self.text,
                "<rect x=\"{x}\" y=\"{y}\" width=\"{wide:.1}\" height=\"4.4\" fill=\"#fff\" stroke=\"#2a2420\" stroke-width=\".25\"/>\
                 <text x=\"{:.2}\" y=\"{:.2}\" font-family=\"Literata, Georgia, serif\" font-weight=\"600\">{}</text>",
                x + 1.0,
                y + 3.3,
                escaped(&label)
            )?;
        }
        Ok(())
    }

    fn fixtures(&mut self) -> std::fmt::Result {
        let (w, h) = (self.mm(self.bed.length), self.mm(self.bed.width));
        for brace in &self.bed.braces {
            let (x, wide) = (self.mm(brace.at - brace.thickness.over(2)), self.mm(brace.thickness));
            write!(
                self.text,
                "<rect x=\"{x}\" width=\"{wide}\" height=\"{h}\" fill=\"#cdbfa6\" stroke=\"#2a2420\" stroke-width=\".2\"/>"
            )?;
        }
        for drip in &self.bed.drips {
            let y = self.mm(*drip);
            write!(
                self.text,
                "<path d=\"M0 {y}H{w}\" stroke=\"#465663\" stroke-width=\".35\" stroke-dasharray=\".2 1.6\" stroke-linecap=\"round\"/>"
            )?;
        }
        for trellis in &self.bed.trellises {
            let (from, to, y) = (self.mm(trellis.start), self.mm(trellis.end), self.mm(trellis.from_far));
            write!(
                self.text,
                "<path d=\"M{from} {y}H{to}\" stroke=\"#2a2420\" stroke-width=\".7\" stroke-dasharray=\"2.4 .9\"/>"
            )?;
        }
        Ok(())
    }

    /// Running dimensions along the top board; words stand upright, so that close ones stay apart.
    fn along(&mut self) -> std::fmt::Result {
        let units = self.garden.site.units;
        write!(self.text, "<path d=\"M0 -6H{}\" stroke=\"#465663\" stroke-width=\".25\"/>", self.mm(self.bed.length))?;
        let mut last = f64::NEG_INFINITY;
        for mark in &self.sheet.along {
            let x = self.mm(*mark);
            let at = x.max(last + APART);
            last = at;
            write!(
                self.text,
                "<path d=\"M{x} -1V-6L{at:.2} -8\" fill=\"none\" stroke=\"#465663\" stroke-width=\".25\"/>\
                 <text transform=\"translate({:.2} -9) rotate(-90)\">{}</text>",
                at + 1.1,
                dimension(*mark, units)
            )?;
        }
        Ok(())
    }

    /// Running dimensions along the left end.
    fn across(&mut self) -> std::fmt::Result {
        let units = self.garden.site.units;
        write!(self.text, "<path d=\"M-6 0V{}\" stroke=\"#465663\" stroke-width=\".25\"/>", self.mm(self.bed.width))?;
        let mut marks: Vec<(f64, Length)> = self
            .sheet
            .across
            .iter()
            .map(|mark| (self.mm(if self.sheet.from_near { self.bed.width - *mark } else { *mark }), *mark))
            .collect();
        marks.sort_by(|a, b| a.0.total_cmp(&b.0));
        let mut last = f64::NEG_INFINITY;
        for (y, mark) in marks {
            let at = y.max(last + APART);
            last = at;
            write!(
                self.text,
                "<path d=\"M-1 {y}H-6L-8 {at:.2}\" fill=\"none\" stroke=\"#465663\" stroke-width=\".25\"/>\
                 <text x=\"-9\" y=\"{:.2}\" text-anchor=\"end\">{}</text>",
                at + 1.1,
                dimension(mark, units)
            )?;
        }
        Ok(())
    }
}
