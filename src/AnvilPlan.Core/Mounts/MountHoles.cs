using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>
/// Holes and screws of a device's mounting pattern. One interface, one set of fixings: a board is screwed to its standoffs and the
/// standoffs to the deck, never one screw through all three.
/// </summary>
internal sealed class MountHoles
{
    private const long StudCents = 12;

    private readonly MountDraft _draft;
    private readonly PlacedDevice _device;
    private readonly Catalog _catalog;
    private readonly ThreadSize _thread;
    private readonly SolidPart? _pad;

    private MountHoles(MountDraft draft, PlacedDevice device, ShellPlan shell, Catalog catalog, ThreadSize thread)
    {
        (_draft, _device, _catalog, _thread) = (draft, device, catalog, thread);
        // a pad lies between the deck and its device, and the screws pass both
        _pad = device.Device.Adapter is { RevealMm: not null } ? shell.Adapters.GetValueOrDefault(device.Id) : null;
    }

    public static void Add(MountDraft draft, PlacedDevice device, ShellPlan shell, Catalog catalog)
    {
        var model = device.Model;
        if (model.ThreadSize is null || model.Holes.Count == 0 || device.Mounting is StuckDown)
        {
            return;
        }

        var under = model.Holes.Select((h, i) => (Number: i + 1, Hole: h, Part: shell.Under(device, device.ToSpace(h.XMm, h.YMm, 0))))
            .Where(h => h.Part is not null).ToList();
        foreach (var carried in under.GroupBy(h => (Part: h.Part!, Thread: h.Hole.Thread ?? model.ThreadSize)))
        {
            var part = carried.Key.Part;
            var holes = new MountHoles(draft, device, shell, catalog, catalog.Fasteners.Thread(carried.Key.Thread));
            var deck = holes._pad is null ? part : shell.Deck(device);
            foreach (var (number, hole, _) in carried)
            {
                var at = part.Frame.ToPlane(device.ToSpace(hole.XMm, hole.YMm, 0));
                draft.Points.Add(new MountPoint(device.Id, part.Id, number, at, PositionWhy.Of(device, part, hole, at, alongU: true),
                    PositionWhy.Of(device, part, hole, at, alongU: false)));
            }

            holes.Fix(deck, [.. carried.Select(h => (h.Number, h.Hole))]);
        }
    }

    private Device Device => _device.Device;

    private FastenerTables Tables => _catalog.Fasteners;

    private void Fix(SolidPart deck, List<(int Number, MountHole Hole)> holes)
    {
        var points = holes.Select(h => _device.ToSpace(h.Hole.XMm, h.Hole.YMm, 0)).ToList();
        var (model, thick) = (_device.Model, MountStage.ThicknessAt(_device, deck));
        // from the face of the deck that the device stands on, or bears on, to the other
        var inward = _device.Away;
        // a panel thinned from behind bears the device on the floor of its rebate
        var near = deck.Box.Side(inward) - (inward.Sign() * (model.InPanel ? deck.ThicknessMm - thick : 0));
        var nearFace = near;
        if (_pad is not null)
        {
            near += inward.Sign() * _pad.ThicknessMm;
        }

        var (axis, ways) = _device.Mounting switch
        {
            OnStandoffs => (inward.Opposite(), (FixingWay[])[BoardOnStandoffs(deck, thick, near, points.Count)]),
            IntoItsThreads => (inward, IntoTheBody(deck, thick, nearFace)),
            ByItsFlange { FromInside: true } => (inward, [NutOnTheDevice(deck, thick, nearFace)]),
            ByItsFlange or ByOwnNut => (inward, [NutBehind(deck, thick, near)]),
            _ when deck.Section == BarShape.Slotted => (inward.Opposite(), InTheSlot(deck, model.BoardMm, near)),
            _ => (inward.Opposite(), [NutBehind(deck, thick, near)]),
        };
        _draft.Fixings.Add(new FixingSet($"{Device.Id}", Device.Id, $"{Device.Name} to {deck.Name.ToLowerInvariant()}", axis,
            [new PointsLocus(points)], ways)
        {
            DeviceId = Device.Id,
            Pose = _device.Pose,
            Ids = [.. holes.Select(h => $"{Device.Id}/{h.Number}")],
        });
    }

    private double WasherMm => Device.Screws.WasherMm;

    /// <summary>Board screw from above, standoff, deck screw from behind: each has half of the standoff for its thread.</summary>
    private FixingWay BoardOnStandoffs(SolidPart deck, double thick, double near, int count)
    {
        var (standMm, board) = (_device.StandoffMm, _device.Model.BoardMm);
        var standoff = Tables.Standoffs.Where(s => s.Size == _thread.Name && s.LengthMm >= standMm - 1e-6).MinBy(s => s.LengthMm);
        var set = _draft.Standoffs.FindIndex(s => s.DeviceId == Device.Id && s.Thread == _thread.Name);
        if (set < 0)
        {
            _draft.Standoffs.Add(new StandoffSet(Device.Id, _thread.Name, standMm, standoff?.LengthMm, count,
                (standoff?.PriceCents ?? 0) * count));
        }
        else
        {
            _draft.Standoffs[set] = _draft.Standoffs[set] with
            {
                Count = _draft.Standoffs[set].Count + count,
                PriceCents = _draft.Standoffs[set].PriceCents + ((standoff?.PriceCents ?? 0) * count)
            };
        }

        var picker = new ScrewPicker(Tables);
        var (depth, least) = (new WhyTerm("half the standoff, at most its thread", StandoffStack.DepthMm(standoff, standMm), "mm",
            "standoff table"), picker.EngagementIn(StandoffStack.EngagementRow, _thread));
        var top = picker.Tapped(
            Need(deck, [Flange(board)], WasherMm) with { Id = $"screw/{Device.Id}/board", Where = $"{Device.Name} to standoffs" },
            _thread, HeadForm.Pan, least, depth);
        var (padMm, flat) = (_pad?.ThicknessMm ?? 0, standoff?.FlatsMm ?? 2 * _thread.NominalMm);
        var deckFrom = board + standMm;
        var pan = Tables.Head(_thread.Name, HeadForm.Pan);
        List<FixingPiece> pieces =
        [
            .. ScrewWays.Screw(pan, _thread.NominalMm, top.LengthMm ?? board + 2, WasherMm),
            new(PieceKind.Standoff, board, deckFrom, flat / Math.Cos(Math.PI / 6)),
        ];
        var slotted = deck.Section == BarShape.Slotted;
        var form = FlushFromBehind ? HeadForm.Countersunk : HeadForm.Pan;
        var foot = picker.Tapped(new ScrewNeed($"screw/{Device.Id}/deck", Device.Id, $"Standoffs of {Device.Name} to "
            + $"{deck.Name.ToLowerInvariant()}", Plates(deck, thick)), _thread, form, least, depth);
        if (!slotted)
        {
            var behind = deckFrom + padMm + thick;
            var head = Tables.Head(_thread.Name, form);
            var length = foot.LengthMm ?? thick + padMm + 2;
            pieces.Add(form == HeadForm.Countersunk ? new(PieceKind.Head, behind - head.HeightMm, behind, head.DiaMm)
                : new(PieceKind.Head, behind, behind + head.HeightMm, head.DiaMm));
            pieces.Add(new(PieceKind.Shank, behind - length, behind, _thread.NominalMm));
        }

        return new FixingWay(
            FixingKind.Screw, near + (_device.Away.Sign() * deckFrom),
                [OfTheDevice(0, board), .. Layers(deck, thick, deckFrom, fromTheDevice: true)], pieces, slotted ? [top] : [top, foot],
            slotted ? [ScrewWays.SlotNutOf(_thread, deck.ThicknessMm),
                new BoughtPiece("stud", $"stud {_thread.Name} x 12, into the standoff", 1, StudCents)] : []);
    }

    /// <summary>
    /// A screw from behind through the deck into a thread of the device, with as many washers as make a length on sale fit.
    /// </summary>
    private FixingWay[] IntoTheBody(SolidPart deck, double thick, double nearFace)
    {
        var picker = new ScrewPicker(Tables);
        var form = FlushFromBehind ? HeadForm.Countersunk : HeadForm.Pan;
        var padMm = _pad?.ThicknessMm ?? 0;
        return [.. Washers(form).Select(Way)];

        FixingWay Way(double washers)
        {
            var choice = picker.Tapped(
                Need(deck, Plates(deck, thick), washers), _thread, form,
                new WhyTerm("three full threads", ScrewPicker.ThreePitchesMm(_thread), "mm", "thread table"),
                new WhyTerm("free depth in the device", _device.Model.DepthMaxMm!.Value, "mm", "model " + _device.Model.Id));
            return new FixingWay(
                FixingKind.Screw, nearFace - (_device.Away.Sign() * thick), [.. Layers(deck, thick, 0, fromTheDevice: false),
                    OfTheDevice(thick + padMm, thick + padMm + _device.Model.DepthMaxMm.Value)],
                ScrewWays.Screw(Tables.Head(_thread.Name, form), _thread.NominalMm, choice.LengthMm ?? thick + padMm + 2, washers),
                    [choice], []);
        }
    }

    /// <summary>What may lie under a head: what was decided, and up to three washers more where no length was chosen by hand.</summary>
    private IEnumerable<double> Washers(HeadForm form) =>
        Enumerable.Range(0, form == HeadForm.Countersunk || Device.Screws.ScrewLengthMm is not null ? 1 : 4)
        .Select(n => WasherMm + Math.Round(n * Tables.Nut(_thread.Name).WasherThicknessMm, 3));

    /// <summary>Head outside on the panel, the device's flange behind it, and the nut on that.</summary>
    private FixingWay NutOnTheDevice(SolidPart deck, double thick, double nearFace)
    {
        var (choice, board) = (WithNut(deck, thick), _device.Model.BoardMm);
        return new FixingWay(
            FixingKind.Bolt, nearFace - (_device.Away.Sign() * thick), [.. Layers(deck, thick, 0, fromTheDevice: false),
                OfTheDevice(thick, thick + board)],
            [.. ScrewWays.Screw(Tables.Head(_thread.Name, HeadForm.Pan), _thread.NominalMm, choice.LengthMm ?? thick + board + 4, WasherMm),
                ScrewWays.Nut(Tables.Nut(_thread.Name), thick + board)], [choice], []);
    }

    /// <summary>Head on the device's lug or flange, the nut behind the deck; in a profile the nut in its slot.</summary>
    private FixingWay NutBehind(SolidPart deck, double thick, double near)
    {
        // a panel device's flange lies outside: there the near side of the stack is the outer face
        var (board, padMm) = (_device.Model.BoardMm, _pad?.ThicknessMm ?? 0);
        var choice = WithNut(deck, thick);
        var headAt = _device.Model.InPanel
            ? deck.Box.Side(_device.Away.Opposite()) - (_device.Away.Sign() * board)
            : near + (_device.Away.Sign() * board);
        return new FixingWay(
            FixingKind.Bolt, headAt, [OfTheDevice(0, board), .. Layers(deck, thick, board, fromTheDevice: true)],
            [.. ScrewWays.Screw(Tables.Head(_thread.Name, HeadForm.Pan), _thread.NominalMm, choice.LengthMm ?? board + thick + padMm + 4,
                WasherMm), ScrewWays.Nut(Tables.Nut(_thread.Name), board + padMm + thick)], [choice], []);
    }

    /// <summary>A nut that slides in the profile's slot, with as many washers under the head as make a length on sale fit.</summary>
    private FixingWay[] InTheSlot(SolidPart deck, double board, double near) =>
        [.. Washers(HeadForm.Pan).Select(washers => ScrewWays.IntoSlot(
            _catalog, Need(deck, [Flange(board)], washers), _thread, OfTheDevice(0, board), deck, near + (_device.Away.Sign() * board)))];

    private ScrewChoice WithNut(SolidPart deck, double thick) => new ScrewPicker(Tables).WithNut(
        Need(deck, [.. Plates(deck, thick), Flange(_device.Model.BoardMm)], WasherMm), _thread, HeadForm.Pan);

    /// <summary>A screw that holds the device itself, of the length that was chosen for it where one was.</summary>
    private ScrewNeed Need(SolidPart deck, IReadOnlyList<WhyTerm> clamped, double washerMm) =>
        new($"screw/{Device.Id}", Device.Id, $"{Device.Name} to {deck.Name.ToLowerInvariant()}", clamped)
        { WasherMm = washerMm, ChosenMm = Device.Screws.ScrewLengthMm };

    private WhyTerm Flange(double mm) => new("board or flange", mm, "mm", "model " + _device.Model.Id);

    /// <summary>Under an adapter plate the heads lie flush, for the plate lies on its deck.</summary>
    private bool FlushFromBehind => Device.Adapter is not null && _pad is null;

    private List<WhyTerm> Plates(SolidPart deck, double thick)
    {
        var plate = new WhyTerm($"{deck.Name.ToLowerInvariant()} thickness", thick, "mm", Device.RebateToMm is null ? "deck" : "rebate");
        return _pad is null ? [plate] : [plate, new WhyTerm("pad thickness", _pad.ThicknessMm, "mm", "pad")];
    }

    private WayLayer OfTheDevice(double from, double to) =>
        new(Place.Device(Device.Id), null, LayerRole.Clearance, from, to, _thread.ClearanceNormalMm, null);

    /// <summary>The deck, and the pad between it and the device, in the order in which the screw passes them.</summary>
    private IEnumerable<WayLayer> Layers(SolidPart deck, double thick, double from, bool fromTheDevice)
    {
        var parts = _pad is null ? [(deck, thick)] : fromTheDevice ? new[] { (_pad, _pad.ThicknessMm), (deck, thick) }
            : [(deck, thick), (_pad, _pad.ThicknessMm)];
        foreach (var (part, mm) in parts)
        {
            var brittle = _catalog.Material(part.MaterialId).Brittle;
            var dia = brittle ? _thread.ClearanceLooseMm : _thread.ClearanceNormalMm;
            var why = $"clearance for {_thread.Name}, {(brittle ? "loose series because the sheet is brittle" : "normal series")}: {dia} "
                + $"mm ({_thread.Source})";
            var flush = FlushFromBehind ? Tables.Head(_thread.Name, HeadForm.Countersunk) : null;
            // a slot is met from its own side, as deep as its lips
            var slotted = part.Section == BarShape.Slotted && !_device.Model.InPanel;
            var side = _device.Model.InPanel ? _device.Facing : slotted ? _device.Away : _device.Away.Opposite();
            yield return new WayLayer(part.Id, part, LayerRole.Clearance, from, from + mm, dia, Device.OnDrilledHoles && part == deck ? null
                : (id, at) => new Hole(id, Device.Id,
                    $"{Device.Name}, hole {id[(id.LastIndexOf('/') + 1)..]}{(part == _pad ? ", through the pad" : "")}",
                    JointDraft.FaceTowards(part, side), part.Frame.ToPlane(at), new Bore(dia, slotted ? mm : null, PlainBore.It, why, null)
                    .SunkFor(flush), $"{Device.Name} at ({Device.UMm}, {Device.VMm}) on its deck, {Device.QuarterTurns} quarter turns"));
            from += mm;
        }
    }
}
