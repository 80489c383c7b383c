//! Botanical families of the whole catalogue against APG IV (Angiosperm Phylogeny Group, 2016).
//!
//! The genus of each botanical name decides its family. No open data set with APG families was at
//! hand in a package registry, so this table of genera is written from memory, apart from the data.

use sparrow_core::catalogue::Catalogue;

const GENERA: [(&str, &[&str]); 28] = [
    ("Brassicaceae", &["Brassica", "Eruca", "Raphanus", "Lepidium", "Lobularia", "Armoracia", "Nasturtium"]),
    ("Solanaceae", &["Solanum", "Capsicum", "Physalis"]),
    ("Fabaceae", &["Pisum", "Phaseolus", "Vicia", "Glycine", "Trifolium", "Vigna", "Arachis", "Lathyrus"]),
    ("Cucurbitaceae", &["Cucumis", "Cucurbita", "Citrullus"]),
    // Onions are Amaryllidaceae (subfamily Allioideae) since APG III, no longer Alliaceae or Liliaceae.
    ("Amaryllidaceae", &["Allium"]),
    (
        "Apiaceae",
        &["Daucus", "Pastinaca", "Apium", "Petroselinum", "Anethum", "Coriandrum", "Foeniculum", "Anthriscus", "Levisticum"],
    ),
    // Chenopodiaceae are within Amaranthaceae.
    ("Amaranthaceae", &["Beta", "Spinacia", "Amaranthus"]),
    (
        "Asteraceae",
        &[
            "Lactuca",
            "Cichorium",
            "Helianthus",
            "Tagetes",
            "Calendula",
            "Cosmos",
            "Matricaria",
            "Artemisia",
            "Cynara",
            "Tragopogon",
            "Pseudopodospermum",
            "Achillea",
            "Zinnia",
            "Dahlia",
        ],
    ),
    ("Poaceae", &["Zea", "Secale", "Avena", "Triticum", "Cymbopogon"]),
    ("Malvaceae", &["Abelmoschus"]),
    ("Lamiaceae", &["Ocimum", "Thymus", "Salvia", "Origanum", "Mentha", "Satureja", "Melissa", "Lavandula", "Hyssopus"]),
    ("Convolvulaceae", &["Ipomoea"]),
    ("Rosaceae", &["Fragaria", "Rubus"]),
    ("Polygonaceae", &["Rheum", "Rumex", "Fagopyrum"]),
    // Hydrophyllaceae, with Phacelia, are within Boraginaceae.
    ("Boraginaceae", &["Borago", "Phacelia", "Symphytum"]),
    ("Tropaeolaceae", &["Tropaeolum"]),
    ("Asparagaceae", &["Asparagus"]),
    // Valerianaceae are within Caprifoliaceae.
    ("Caprifoliaceae", &["Valerianella"]),
    ("Ericaceae", &["Vaccinium"]),
    // Currants left Saxifragaceae.
    ("Grossulariaceae", &["Ribes"]),
    ("Vitaceae", &["Vitis"]),
    ("Moraceae", &["Ficus"]),
    ("Aizoaceae", &["Tetragonia"]),
    ("Basellaceae", &["Basella"]),
    ("Portulacaceae", &["Portulaca"]),
    // Claytonia left Portulacaceae.
    ("Montiaceae", &["Claytonia"]),
    // Snapdragons left Scrophulariaceae.
    ("Plantaginaceae", &["Antirrhinum"]),
    ("Violaceae", &["Viola"]),
];

#[test]
fn every_crop_is_in_the_family_of_its_genus() {
    for crop in &Catalogue::standard().crops {
        let genus = crop.botanical.split(' ').next().unwrap_or_default();
        let family = GENERA.iter().find(|(_, genera)| genera.contains(&genus)).map(|(family, _)| *family);
        assert_eq!(family, Some(crop.apg.as_str()), "{} ({})", crop.key, crop.botanical);
    }
}

/// What people forget: these are one family each.
#[test]
fn forgotten_kin_share_a_rotation_family() {
    let catalogue = Catalogue::standard();
    let kin: [&[&str]; 4] = [
        &["radish", "turnip", "kohlrabi", "kale", "rocket", "mustard", "cabbage"],
        &["potato", "tomato", "pepper", "aubergine"],
        &["beet", "chard", "spinach"],
        &["carrot", "parsnip", "parsley", "dill", "coriander", "celery", "fennel"],
    ];
    for crops in kin {
        let families: Vec<&str> = crops.iter().map(|key| catalogue.crop(key).unwrap().family.as_str()).collect();
        assert!(families.windows(2).all(|pair| pair[0] == pair[1]), "{crops:?}: {families:?}");
    }
}
