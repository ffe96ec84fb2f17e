using System.Globalization;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities.Text;
using Ical.Net.CalendarComponents;
using Ical.Net.Serialization;

namespace AnvilPlan.Formats.Calendar;

/// <summary>
/// The work steps as iCalendar to-dos (RFC 5545), in their order. No dates are given: the plan knows how long a step takes, not
/// when the shop is free. Minutes stand in the description.
/// </summary>
public static class ScheduleFile
{
    public static string Write(BuildPlan plan)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Anvil Plan//schedule 1//EN" };
        foreach (var (step, i) in plan.Work.Select((s, i) => (s, i + 1)))
        {
            calendar.Todos.Add(new Todo
            {
                Uid = $"{step.Id}@anvil-plan",
                Summary = $"{i.ToString("000", CultureInfo.InvariantCulture)} {PlainLine.Of(step.Title)}",
                Description = string.Create(CultureInfo.InvariantCulture, $"{step.Minutes:0.#} min"),
                DtStamp = new Ical.Net.DataTypes.CalDateTime(2000, 1, 1, 0, 0, 0, "UTC"),
                Priority = 0,
            });
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }
}
