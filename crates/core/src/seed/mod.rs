//! How much of a lot of seed comes up, and how many are sown so that enough do? Sums of chance, and of age, that know no crop.

pub mod ageing;
pub mod chance;
