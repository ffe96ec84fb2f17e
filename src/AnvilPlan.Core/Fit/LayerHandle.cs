using System.Text.Json;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>The decision that a layer of a chain shows: what a change of its thickness changes.</summary>
[JsonConverter(typeof(LayerHandleText))]
public abstract record LayerHandle
{
    /// <summary>As files and the interface name it.</summary>
    public abstract string Written { get; }

    /// <summary>The design with the layer as thick as asked; what lies behind it moves with it.</summary>
    public abstract Design Set(LayerEdit edit);
}

/// <param name="ChangeMm">From the thickness that the layer has.</param>
public sealed record LayerEdit(Design Design, Catalog Catalog, Axis Axis, double ThicknessMm, double ChangeMm, ChainPolicy Policy)
{
    /// <summary>The box grown by as much, where it is to give way; else the air does.</summary>
    public Design Given(Design changed) => Policy == ChainPolicy.ChangeBox ? ChainEdit.Resize(changed, Axis, ChangeMm) : changed;
}

/// <summary>A panel's thickness, as measured.</summary>
public sealed record PanelLayer(Face Face) : LayerHandle
{
    public override string Written => Deck.OfPanel(Face);

    public override Design Set(LayerEdit edit)
    {
        var (design, axis) = (edit.Design, Face.Outward().Axis());
        var before = Envelope.Of(design, edit.Catalog).Outer.Size;
        var changed = design.WithPanel(Face, p => p with { MeasuredMm = edit.ThicknessMm });
        var grown = Envelope.Of(changed, edit.Catalog).Outer.Size[axis] - before[axis];
        var wanted = edit.Policy == ChainPolicy.ChangeBox ? edit.ThicknessMm - Envelope.Thickness(design.Panel(Face), edit.Catalog) : 0;
        return ChainEdit.Resize(changed, axis, wanted - grown);
    }
}

/// <summary>A plate's thickness, as measured.</summary>
public sealed record TrayLayer(string TrayId) : LayerHandle
{
    public override string Written => "tray/" + TrayId;

    public override Design Set(LayerEdit edit) =>
        edit.Given(edit.Design.WithTray(TrayId, t => t with { MeasuredMm = edit.ThicknessMm }));
}

/// <summary>The height of a device's standoffs.</summary>
public sealed record StandoffLayer(string DeviceId) : LayerHandle
{
    public override string Written => "standoff/" + DeviceId;

    public override Design Set(LayerEdit edit) =>
        edit.Given(edit.Design.WithDevice(DeviceId, d => d.Screwed(s => s with { StandoffMm = edit.ThicknessMm })));
}

/// <summary>The air under a plate or level: its height over the panel behind it.</summary>
public sealed record LiftLayer(string TrayId) : LayerHandle
{
    public override string Written => "lift/" + TrayId;

    public override Design Set(LayerEdit edit) => edit.Given(
        edit.Design.WithTray(TrayId, t => t with { UndersideMm = Math.Round(t.UndersideMm + edit.ChangeMm, 6) }));
}

/// <summary>The air before a device: its place on its deck.</summary>
public sealed record PlaceLayer(string DeviceId) : LayerHandle
{
    public override string Written => "place/" + DeviceId;

    public override Design Set(LayerEdit edit)
    {
        var frame = FitStage.Run(edit.Design, edit.Catalog).Device(DeviceId)!.DeckFrame;
        var (onU, along) = frame.U.Axis() == edit.Axis ? (true, frame.U) : (false, frame.V);
        var shift = edit.ChangeMm * along.Sign();
        return edit.Given(edit.Design.WithDevice(DeviceId, d => onU
            ? d with { UMm = Math.Round(d.UMm + shift, 6) }
            : d with { VMm = Math.Round(d.VMm + shift, 6) }));
    }
}

/// <summary>The last air: the size of the box.</summary>
public sealed record BoxLayer : LayerHandle
{
    public override string Written => "box";

    public override Design Set(LayerEdit edit) => ChainEdit.Resize(edit.Design, edit.Axis, edit.ChangeMm);
}

/// <summary>A handle in files: its written form, which nobody reads back.</summary>
internal sealed class LayerHandleText : JsonConverter<LayerHandle>
{
    public override LayerHandle? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        throw new JsonException("a chain is worked out and is not read.");

    public override void Write(Utf8JsonWriter writer, LayerHandle value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.Written);
}
