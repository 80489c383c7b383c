//! Are these two the same name? One rule for beds, plans, groupings, varieties and crops.

use unicase::UniCase;
use unicode_normalization::UnicodeNormalization;

/// A name as it is compared: composed, without blanks at its ends, small and capital letters alike (Unicode, full case folding).
fn compared(name: &str) -> String {
    let name: String = name.trim().nfkc().collect();
    UniCase::new(name).to_folded_case()
}

/// Whether two names are the same to whoever reads them.
///
/// ```
/// use sparrow_facts::name::alike;
/// assert!(alike("Äpfel", "äpfel") && alike("ÉTÉ", "e\u{301}te\u{301} ") && alike("Straße", "STRASSE"));
/// assert!(!alike("Äpfel", "Apfel"));
/// ```
pub fn alike(one: &str, other: &str) -> bool {
    one == other || compared(one) == compared(other)
}

/// The first name in a list that is the same as one before it.
pub fn repeated<'n>(names: impl IntoIterator<Item = &'n str>) -> Option<usize> {
    let mut seen = std::collections::BTreeSet::new();
    names.into_iter().position(|name| !seen.insert(compared(name)))
}
