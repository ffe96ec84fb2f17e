using System.Text.Json;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Tests.Places;

/// <summary>A place has one written form, which says what it is.</summary>
public class PlaceTests
{
    [Theory]
    [InlineData("device/pump", PlaceKind.Device, "pump")]
    [InlineData("edge/front-left", PlaceKind.Edge, "front-left")]
    [InlineData("tray/tray-1", PlaceKind.Tray, "tray-1")]
    [InlineData("cable/feed", PlaceKind.Cable, "feed")]
    [InlineData("port/pump/mains", PlaceKind.Port, "pump/mains")]
    [InlineData("hole/front-left/left/1", PlaceKind.Hole, "front-left/left/1")]
    [InlineData("shell/front", PlaceKind.Part, "shell/front")]
    [InlineData("corner/front-left/1", PlaceKind.Part, "corner/front-left/1")]
    [InlineData("tray-1", PlaceKind.Part, "tray-1")]
    public void It_is_read_and_written_alike(string written, PlaceKind kind, string id)
    {
        var place = Place.Parse(written);
        Assert.Equal((kind, id), (place.Kind, place.Id));
        Assert.Equal(written, place.ToString());
        Assert.Equal(JsonSerializer.Serialize(written), JsonSerializer.Serialize(place, Shipped.Json));
        Assert.Equal(place, JsonSerializer.Deserialize<Place>(JsonSerializer.Serialize(written), Shipped.Json));
    }

    [Fact]
    public void What_is_written_alike_is_the_same_place_whoever_names_it()
    {
        Assert.Equal(Place.Parse("device/pump"), Place.Device("pump"));
        Assert.Equal(Place.Parse("port/pump/mains"), Place.Port("pump", "mains"));
        // a tray may be called "tray": its flange is written as what carries a tray is
        Assert.Equal(Place.Part("tray/flange-left"), Place.Parse("tray/flange-left"));
    }
}
