using System.Globalization;

namespace AnvilPlan.Formats.Dxf;

/// <summary>
/// The tables, blocks and objects that a drawing of release 2000 has to hold besides its entities, each with its handle and owner.
/// </summary>
internal static class DxfTables
{
    internal const int ModelSpace = 0x1F;
    private const int PaperSpace = 0x1B;
    private const int FirstLayer = 0x100;

    internal static IEnumerable<(int Code, string Value)> Blocks =>
    [
        .. Block("*Model_Space", ModelSpace, 0x20), .. Block("*Paper_Space", PaperSpace, 0x1C),
    ];

    internal static IEnumerable<(int Code, string Value)> Objects =>
    [
        (0, "DICTIONARY"), (5, "C"), (330, "0"), (100, "AcDbDictionary"), (281, "1"), (3, "ACAD_GROUP"), (350, "D"),
        (0, "DICTIONARY"), (5, "D"), (330, "C"), (100, "AcDbDictionary"), (281, "1"),
    ];

    internal static IEnumerable<(int Code, string Value)> Of(IReadOnlyDictionary<string, int> layers) =>
    [
        .. Table("VPORT", 8,
        [
            .. Entry("VPORT", 0x29, 8, "AcDbViewportTableRecord", "*Active"), (70, "0"), (10, "0.0"), (20, "0.0"), (11, "1.0"), (21, "1.0"),
                (12, "0.0"), (22, "0.0"), (13, "0.0"), (23, "0.0"),
            (14, "10.0"), (24, "10.0"), (15, "10.0"), (25, "10.0"), (16, "0.0"), (26, "0.0"), (36, "1.0"), (17, "0.0"), (27, "0.0"),
                (37, "0.0"), (40, "500.0"), (41, "1.6"), (42, "50.0"),
            (43, "0.0"), (44, "0.0"), (50, "0.0"), (51, "0.0"), (71, "0"), (72, "100"), (73, "1"), (74, "3"), (75, "0"), (76, "0"),
                (77, "0"), (78, "0"),
        ], 1),
        .. Table("LTYPE", 5, [.. LineType("ByBlock", 0x14, ""), .. LineType("ByLayer", 0x15, ""),
            .. LineType("Continuous", 0x16, "Solid line")], 3),
        .. Table("LAYER", 2, [.. layers.SelectMany((l, i) => ((int, string)[])
        [
            .. Entry("LAYER", FirstLayer + i, 2, "AcDbLayerTableRecord", l.Key), (70, "0"),
                (62, l.Value.ToString(CultureInfo.InvariantCulture)), (6, "Continuous"),
        ])], layers.Count),
        .. Table("STYLE", 3, [.. Entry("STYLE", 0x11, 3, "AcDbTextStyleTableRecord", "Standard"), (70, "0"), (40, "0.0"), (41, "1.0"),
            (50, "0.0"), (71, "0"), (42, "2.5"), (3, "txt"), (4, "")], 1),
        .. Table("VIEW", 6, [], 0),
        .. Table("UCS", 7, [], 0),
        .. Table("APPID", 9, [.. Entry("APPID", 0x12, 9, "AcDbRegAppTableRecord", "ACAD"), (70, "0")], 1),
        // the one record with its handle under another code
        (0, "TABLE"), (2, "DIMSTYLE"), (5, "A"), (330, "0"), (100, "AcDbSymbolTable"), (70, "1"), (100, "AcDbDimStyleTable"),
        (0, "DIMSTYLE"), (105, "27"), (330, "A"), (100, "AcDbSymbolTableRecord"), (100, "AcDbDimStyleTableRecord"), (2, "Standard"),
            (70, "0"), (0, "ENDTAB"),
        .. Table("BLOCK_RECORD", 1,
        [
            .. Entry("BLOCK_RECORD", ModelSpace, 1, "AcDbBlockTableRecord", "*Model_Space"), .. Entry("BLOCK_RECORD", PaperSpace, 1,
                "AcDbBlockTableRecord", "*Paper_Space"),
        ], 2),
    ];

    private static (int Code, string Value)[] Table(string name, int handle, (int Code, string Value)[] entries, int count) =>
    [
        (0, "TABLE"), (2, name), (5, DxfBody.Hex(handle)), (330, "0"), (100, "AcDbSymbolTable"),
            (70, count.ToString(CultureInfo.InvariantCulture)), .. entries, (0, "ENDTAB"),
    ];

    private static (int Code, string Value)[] Entry(string kind, int handle, int owner, string marker, string name) =>
        [(0, kind), (5, DxfBody.Hex(handle)), (330, DxfBody.Hex(owner)), (100, "AcDbSymbolTableRecord"), (100, marker), (2, name)];

    private static (int Code, string Value)[] LineType(string name, int handle, string about) =>
        [.. Entry("LTYPE", handle, 5, "AcDbLinetypeTableRecord", name), (70, "0"), (3, about), (72, "65"), (73, "0"), (40, "0.0")];

    private static (int Code, string Value)[] Block(string name, int record, int handle) =>
    [
        (0, "BLOCK"), (5, DxfBody.Hex(handle)), (330, DxfBody.Hex(record)), (100, "AcDbEntity"), (8, "0"), (100, "AcDbBlockBegin"),
            (2, name), (70, "0"), (10, "0.0"), (20, "0.0"), (30, "0.0"), (3, name), (1, ""),
        (0, "ENDBLK"), (5, DxfBody.Hex(handle + 1)), (330, DxfBody.Hex(record)), (100, "AcDbEntity"), (8, "0"), (100, "AcDbBlockEnd"),
    ];
}
