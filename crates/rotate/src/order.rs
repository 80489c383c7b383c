//! Which question is asked next? Those that took part in recent conflicts first.

/// Questions in a heap by activity; what took part in conflicts lately is more active.
#[derive(Debug)]
pub struct Order {
    activity: Vec<f64>,
    heap: Vec<u32>,
    place: Vec<u32>,
    step: f64,
}

const OUT: u32 = u32::MAX;
/// How much of their activity the others keep when one conflict is done: usual for such searches.
const KEPT: f64 = 0.95;
/// Activities are scaled down before they leave the range of numbers.
const LARGE: f64 = 1e100;

impl Default for Order {
    fn default() -> Self {
        Order { activity: Vec::new(), heap: Vec::new(), place: Vec::new(), step: 1.0 }
    }
}

impl Order {
    /// Takes in a further question.
    pub fn add(&mut self) {
        let var = self.activity.len();
        self.activity.push(0.0);
        self.place.push(OUT);
        self.put_back(var);
    }

    /// Makes a question more active.
    pub fn bump(&mut self, var: usize) {
        self.activity[var] += self.step;
        if self.activity[var] > LARGE {
            self.activity.iter_mut().for_each(|activity| *activity /= LARGE);
            self.step /= LARGE;
        }
        if self.place[var] != OUT {
            self.rise(self.place[var] as usize);
        }
    }

    /// Lets older conflicts count for less.
    pub fn decay(&mut self) {
        self.step /= KEPT;
    }

    /// Puts a question back that is open again.
    pub fn put_back(&mut self, var: usize) {
        if self.place[var] == OUT {
            self.place[var] = self.heap.len() as u32;
            self.heap.push(var as u32);
            self.rise(self.heap.len() - 1);
        }
    }

    /// Takes out the most active question that is open; of equally active ones the first.
    pub fn next(&mut self, open: impl Fn(usize) -> bool) -> Option<usize> {
        while !self.heap.is_empty() {
            let var = self.heap.swap_remove(0) as usize;
            self.place[var] = OUT;
            if let Some(&moved) = self.heap.first() {
                self.place[moved as usize] = 0;
                self.sink(0);
            }
            if open(var) {
                return Some(var);
            }
        }
        None
    }

    fn before(&self, a: usize, b: usize) -> bool {
        let (a, b) = (self.heap[a], self.heap[b]);
        let (first, second) = (self.activity[a as usize], self.activity[b as usize]);
        first > second || (first == second && a < b)
    }

    fn swap(&mut self, a: usize, b: usize) {
        self.heap.swap(a, b);
        self.place[self.heap[a] as usize] = a as u32;
        self.place[self.heap[b] as usize] = b as u32;
    }

    fn rise(&mut self, mut at: usize) {
        while at > 0 && self.before(at, (at - 1) / 2) {
            self.swap(at, (at - 1) / 2);
            at = (at - 1) / 2;
        }
    }

    fn sink(&mut self, mut at: usize) {
        loop {
            let left = 2 * at + 1;
            if left >= self.heap.len() {
                return;
            }
            let right = left + 1;
            let child = if right < self.heap.len() && self.before(right, left) { right } else { left };
            if !self.before(child, at) {
                return;
            }
            self.swap(child, at);
            at = child;
        }
    }
}
