//! Boards against the dressed dry sizes of the American Softwood Lumber Standard (NIST, Voluntary
//! Product Standard PS 20), recalled from memory: thickness and width in inches.

use sparrow_facts::bed::Board;
use sparrow_facts::units::Units;

#[test]
fn boards_are_thinner_and_lower_than_their_names() {
    let table = [
        (Board::OneBySix, "¾ in", "5½ in"),
        (Board::OneByEight, "¾ in", "7¼ in"),
        (Board::TwoBySix, "1½ in", "5½ in"),
        (Board::TwoByEight, "1½ in", "7¼ in"),
        (Board::TwoByTen, "1½ in", "9¼ in"),
        (Board::TwoByTwelve, "1½ in", "11¼ in"),
    ];
    assert_eq!(table.len(), Board::ALL.len());
    for (board, thickness, height) in table {
        assert_eq!(board.thickness().on_tape(Units::Imperial), thickness, "{board:?}");
        assert_eq!(board.height().on_tape(Units::Imperial), height, "{board:?}");
    }
}
