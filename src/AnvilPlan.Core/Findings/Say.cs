using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Core.Findings;

/// <summary>Numbers as findings print them.</summary>
internal static class Say
{
    public static string Mm(double mm) => LengthText.Mm(new Length(mm), 1);
}
