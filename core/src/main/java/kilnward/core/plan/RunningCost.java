package kilnward.core.plan;

import kilnward.core.finding.Require;

/**
 * What a chamber costs in proportion to the weeks a year it runs. Money in the currency of the build price, whatever it is.
 *
 * @param perWeek      energy of one running week
 * @param perYear      the build spread over its years of use, and the energy of the weeks it runs
 * @param perThing     the same for each living thing that comes out
 * @param buildShare   share of the year's cost that is the build, 0 to 1
 */
public record RunningCost(double perWeek, double perYear, double perThing, double buildShare) {
    /**
     * Reckons it.
     *
     * @param build         what the box and its devices cost
     * @param yearsOfUse    over how many years that is spread
     * @param weeksAYear    how many weeks a year it runs
     * @param kWhPerWeek    energy of one running week (kWh)
     * @param pricePerKWh   price of energy
     * @param thingsPerYear living things that come out in a year, at least one
     */
    public static RunningCost of(double build, double yearsOfUse, double weeksAYear, double kWhPerWeek, double pricePerKWh, double thingsPerYear) {
        Require.within("build", build, 0, 1e9, "");
        Require.within("yearsOfUse", yearsOfUse, 0.1, 100, "years");
        Require.within("weeksAYear", weeksAYear, 0.1, 53, "weeks");
        Require.within("kWhPerWeek", kWhPerWeek, 0, 1e6, "kWh");
        Require.within("pricePerKWh", pricePerKWh, 0, 1000, "1/kWh");
        Require.within("thingsPerYear", thingsPerYear, 1, 1e9, "");
        double perWeek = kWhPerWeek * pricePerKWh;
        double ofBuild = build / yearsOfUse;
        double perYear = ofBuild + perWeek * weeksAYear;
        return new RunningCost(perWeek, perYear, perYear / thingsPerYear, perYear == 0 ? 0 : ofBuild / perYear);
    }
}
