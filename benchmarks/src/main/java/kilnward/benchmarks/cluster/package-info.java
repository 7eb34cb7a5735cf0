/** Several servers on several database nodes under load, while one part after another is killed, cut off or replaced. {@code ./kiln soak} starts what is measured here. */
package kilnward.benchmarks.cluster;
