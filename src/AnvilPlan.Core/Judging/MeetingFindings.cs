using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Judging;

/// <summary>Parts that would bind when the processes are off as far as they can be.</summary>
internal static class MeetingFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var meeting in plan.Meetings.Where(m => !m.Closes && !Pressed(plan, m)))
        {
            yield return Finding.Of("fit-binds", Severity.Warn,
                $"{meeting.What}: {Say.Mm(meeting.GapMm)} mm of room, and {meeting.Terms.Count} sizes that may be off by "
                    + $"{Say.Mm(meeting.ByRss ? meeting.RssMm : meeting.WorstMm)} mm together "
                    + $"({(meeting.ByRss ? "root of squares" : "worst case")}): it may bind by {Say.Mm(-meeting.LeastMm)} mm.",
                meeting.Places,
                [.. Remedies(plan, meeting)]);
        }
    }

    /// <summary>A panel that grips its neighbours is meant to bind: it is eased until it goes in.</summary>
    private static bool Pressed(PlanSoFar plan, Meeting meeting) => plan.Shell.FaceOf(meeting.Places[0].ToString()) is { } face
        && plan.Joints.Holds.Any(h => h.By == HoldBy.Friction && plan.Joints.Edges.Any(e => Deck.PlaceOf(e.Edge) == h.Place
            && e.Mate == face));

    private static IEnumerable<Remedy> Remedies(PlanSoFar plan, Meeting meeting)
    {
        if (plan.Shell.FaceOf(meeting.Places[0].ToString()) is { } face && plan.Design.Panel(face)
            .Hold is PanelHold.Removable or PanelHold.Hinged)
        {
            yield return new Remedy("fit-class", "Give it the tightest fit that cannot bind",
                d => ((FitClass[])[FitClass.Snug, FitClass.Sliding, FitClass.Loose])
                .Select(fit => Mends(plan, meeting, d.WithPanel(face, p => p with { Fit = fit }))).FirstOrDefault(x => x is not null));
        }
        else if (Ways.Of(plan.Catalog).SelectMany(s => s.MoreRoom(plan, meeting.Places[0].ToString())).ToList() is { Count: > 0 } roomier)
        {
            foreach (var remedy in roomier)
            {
                yield return new Remedy(remedy.Id, remedy.Title, d => remedy.Change(d) is { } changed
                    ? Mends(plan, meeting, changed) : null);
            }
        }
        else if (plan.Design.Trays.FirstOrDefault(t => t.Id == meeting.Places[0].ToString()) is { } tray)
        {
            var gap = Math.Ceiling((tray.GapMm - (meeting.LeastMm / 2)) * 10) / 10;
            yield return new Remedy("more-air", $"Leave {Say.Mm(gap)} mm of air to each wall",
                d => Mends(plan, meeting, d.WithTray(tray.Id, t => t with { GapMm = gap })));
        }
    }

    /// <summary>A fit that is still too tight is no remedy.</summary>
    private static Design? Mends(PlanSoFar plan, Meeting meeting, Design changed) =>
        plan.Again(changed).Meetings.FirstOrDefault(m => m.Id == meeting.Id) is { Closes: true } ? changed : null;
}
