using System.Globalization;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Quantities.Text;
using Ical.Net.CalendarComponents;
using Ical.Net.Serialization;

namespace AnvilPlan.Formats.Calendar;

/// <summary>
/// The operations as iCalendar to-dos (RFC 5545), in their order. No dates are given: the plan knows how long each takes, not
/// when the shop is free. Minutes, tool, setting and what to look at stand in the description.
/// </summary>
public static class ScheduleFile
{
    public static string Write(BuildPlan plan)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Anvil Plan//schedule 1//EN" };
        foreach (var (step, i) in plan.Work.Operations.Select((s, i) => (s, i + 1)))
        {
            calendar.Todos.Add(new Todo
            {
                Uid = $"{step.Id}@anvil-plan",
                Summary = $"{i.ToString("000", CultureInfo.InvariantCulture)} {PlainLine.Of(step.Title)}",
                Description = PlainLine.Of(string.Join(". ", ((string?[])
                [
                    string.Create(CultureInfo.InvariantCulture,
                        $"{step.Minutes:0.#} min{(step.WaitMin > 0 ? $", then {step.WaitMin:0} min of waiting" : "")}"),
                    step.Tool, step.Setting, step.HoldPoint?.TrimEnd('.'), step.Caution?.TrimEnd('.'),
                ]).Where(t => !string.IsNullOrEmpty(t)))),
                DtStamp = new Ical.Net.DataTypes.CalDateTime(2000, 1, 1, 0, 0, 0, "UTC"),
                Priority = 0,
            });
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }
}
