namespace AnvilPlan.Core.Designs;

/// <summary>Working days: the first so many of each week, from Monday on.</summary>
public static class WorkCalendar
{
    /// <summary>Working days between two dates, both counted.</summary>
    public static int WorkDays(DateOnly start, DateOnly due, int perWeek)
    {
        var days = Math.Max(0, due.DayNumber - start.DayNumber + 1);
        return (days / 7 * perWeek) + Enumerable.Range(0, days % 7).Count(i => Worked(start, i, perWeek));
    }

    /// <summary>
    /// The day on which that many working days from the start, at least one, are over; null when the calendar ends before.
    /// </summary>
    public static DateOnly? DoneOn(DateOnly start, double workDays, int perWeek)
    {
        var weeks = Math.Ceiling(workDays / perWeek) - 1;
        if (start.DayNumber + ((weeks + 1) * 7) > DateOnly.MaxValue.DayNumber)
        {
            return null;
        }

        var last = Enumerable.Range(0, 7).Where(i => Worked(start, i, perWeek)).ElementAt((int)(workDays - (weeks * perWeek)) - 1);
        return start.AddDays(((int)weeks * 7) + last);
    }

    private static bool Worked(DateOnly start, int day, int perWeek) => ((int)start.DayOfWeek + day + 6) % 7 < perWeek;
}
